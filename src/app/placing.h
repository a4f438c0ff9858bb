// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document.h"
#include "app/selection.h"

namespace hinge {

/// Putting things on panels. Each is one step of the history and selects what it made.
class Placing : public QObject {
    Q_OBJECT

public:
    Placing(Document& document, Selection& selection, QObject* parent = nullptr);

    /// Reads the file and places it: a PDF whose trim is that of the flat becomes the whole face (with
    /// two pages, both faces); anything else fills the panel out to the bleed.
    void placeFile(const QString& path, int panel);
    /// Takes a PDF as supplied artwork of the face in view, whatever its size.
    void takeSupplied(const QString& path, int page = 1);
    void dropSupplied();
    void addText(int panel);
    void addTint(int panel);
    void duplicate();
    void removeSelected();
    /// Paints the selected item earlier (-1) or later (+1) than its neighbour.
    void restack(int step);

Q_SIGNALS:
    /// A file could not be placed; `message` says why.
    void refused(const QString& message);
    void textAdded();

private:
    [[nodiscard]] QString freshId() const;
    [[nodiscard]] QString linkFor(const QString& path) const;
    void add(const QString& what, Item item);
    Document& document_;
    Selection& selection_;
};

} // namespace hinge
