// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "typeset/character_names.h"

#include <QDialog>

class QLabel;
class QLineEdit;
class QListView;

namespace hinge
{

class CharactersModel;

/// All characters of a font, found by name. It stays open while they are put in one after the other.
class CharactersDialog : public QDialog
{
    Q_OBJECT

public:
    explicit CharactersDialog(const FontFace& font, QWidget* parent = nullptr);

Q_SIGNALS:
    /// One was chosen.
    void chosen(const QString& character);

private:
    void search(const QString& typed);
    void tell();
    void choose();
    CharactersModel* model_;
    QListView* list_;
    QLineEdit* search_;
    QLabel* about_;
};

} // namespace hinge
