// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/edit/place_document.h"

#include <QDialog>

class QComboBox;

namespace hinge
{

/// Asks what the styles of a document become: styles of the job, or new ones.
class StylesDialog : public QDialog
{
    Q_OBJECT

public:
    StylesDialog(const Job& job, const DocumentText& document, const QString& name, QWidget* parent = nullptr);
    [[nodiscard]] std::vector<StyleChoice> choices() const;

private:
    std::vector<std::pair<QString, QComboBox*>> boxes_;
};

} // namespace hinge
