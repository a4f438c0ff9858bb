// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <QImage>
#include <QPainter>

namespace hinge
{

/// Draws the piece standing half open on a desk, with its printed faces, into `target`.
/// `faces` are images of the outside and inside face, trimmed; null images give plain paper.
/// With `PieceScale::OpenPiece` it is as large as the open piece allows, so that opening does not
/// zoom; with `PieceScale::Fill` it fills the target as it stands.
enum class PieceScale { OpenPiece, Fill };
void paintStandingPiece(QPainter& painter, const QRectF& target, const Job& job, const Plan& plan, double openness,
                        const std::array<QImage, 2>& faces, const QColor& line, PieceScale fit = PieceScale::OpenPiece);

} // namespace hinge
