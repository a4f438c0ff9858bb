// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/sequence/page_pictures.h"
#include "paint/dummy_painter.h"

#include <QObject>

namespace hinge
{

/// Pictures of what is printed on faces and pages, trimmed, for drawing the piece in the room. Each is painted when it
/// is first asked for; those of pages that were not looked at for long are let go.
class SurfacePictures : public QObject
{
    Q_OBJECT

public:
    explicit SurfacePictures(Document& document, QObject* parent = nullptr);

    /// At least so many pixels to a millimetre, as far as that is sensible; what there is at less is given while
    /// `hurry`.
    [[nodiscard]] SurfaceImage imageOf(const SurfaceId& surface, double perMm, bool hurry);
    [[nodiscard]] bool has(const SurfaceId& surface);
    /// Colours of the paper of the flat, and of the text.
    [[nodiscard]] DummyColours colours() const;
    void usePress(const QByteArray& icc);
    /// Nothing is being read any more.
    [[nodiscard]] bool isIdle() const { return pictures_.isIdle(); }

Q_SIGNALS:
    /// Something that was given has changed.
    void changed();

private:
    struct Painted {
        SurfaceImage image;
        quint64 used = 0;
    };
    void refresh();
    /// Lets go of what no longer is as the job says.
    void catchUp();
    [[nodiscard]] QImage paint(const SurfaceId& surface, double perMm);

    Document& document_;
    PagePictures pictures_;
    FacePainter painter_;
    PrintedState printed_;
    bool behind_ = false; ///< the job changed since somebody looked
    std::map<SurfaceId, Painted> painted_;
    quint64 now_ = 0;
};

} // namespace hinge
