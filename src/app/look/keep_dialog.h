// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace hinge
{

/// Asks for a name, and what else there is to say, before something is kept: a column of fields with their labels above
/// them, "Save" and "Cancel" below. Nothing is kept without a name.
class KeepDialog : public QDialog
{
    Q_OBJECT

public:
    /// Its parts are named after `prefix`: prefix.name.
    KeepDialog(const QString& objectName, const QString& prefix, const QString& title, const QString& name,
               QWidget* parent = nullptr);
    [[nodiscard]] QLineEdit* name() const { return name_; }
    /// A further line to type, named prefix.part.
    QLineEdit* addLine(const QString& label, const char* part, const QString& text);
    /// A further field below its label.
    void addField(const QString& label, QWidget* field, const char* part);
    /// Words below the fields, named prefix.part.
    QLabel* addNote(const char* part);

private:
    QString prefix_;
    QVBoxLayout* fields_;
    QLineEdit* name_;
    QPushButton* save_;
};

} // namespace hinge
