// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "core/edit/margins.h"

#include <QWidget>

namespace hinge
{

/// Four fields for the margins of one panel: what live matter keeps clear of at its edges, or where its layout ends.
/// Each follows the zones, or the job, until something is typed; an empty field lets it go again.
class MarginFields : public QWidget
{
    Q_OBJECT

public:
    /// `prefix` begins the object names of the fields: "drawer.marginLeft".
    MarginFields(Document& document, const SurfaceId& surface, int panel, const QString& prefix,
                 MarginOf what = MarginOf::LiveMatter, QWidget* parent = nullptr);
};

} // namespace hinge
