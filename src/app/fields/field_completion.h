// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QCompleter>
#include <QStringListModel>

class QLineEdit;
class QPlainTextEdit;

namespace hinge
{

/// Offers the names of the fields of the data while one is typed: an opening brace brings the list, what follows
/// narrows it, Enter or a click takes one and closes the brace. Lives as long as what is typed into.
class FieldCompletion : public QObject
{
    Q_OBJECT

public:
    FieldCompletion(Document& document, QPlainTextEdit& edit);
    FieldCompletion(Document& document, QLineEdit& edit);
    [[nodiscard]] QCompleter& completer() { return completer_; }

protected:
    /// The keys of the list are not those of what is typed into.
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    explicit FieldCompletion(Document& document, QWidget& edit);
    void offer();
    void take(const QString& name);

    Document& document_;
    QStringListModel names_;
    QCompleter completer_;
    QWidget& edit_;
    std::function<QString()> before_;           ///< what stands before the cursor on its line
    std::function<QRect()> cursor_;             ///< where the cursor is
    std::function<void(int, QString)> replace_; ///< so many letters before the cursor by others
};

} // namespace hinge
