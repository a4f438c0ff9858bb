// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QWidget>

namespace hinge
{

/// Four fields for what live matter keeps clear of at the edges of one panel. Each follows the zones until something is
/// typed; an empty field lets it go again.
class MarginFields : public QWidget
{
    Q_OBJECT

public:
    /// `prefix` begins the object names of the fields: "drawer.marginLeft".
    MarginFields(Document& document, const SurfaceId& surface, int panel, const QString& prefix,
                 QWidget* parent = nullptr);
};

} // namespace hinge
