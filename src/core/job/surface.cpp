// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/surface.h"

namespace hinge
{

Surfaces::Surfaces()
{
    for (const Face face : bothFaces)
        contents_[face];
}

const SurfaceContent& Surfaces::on(const SurfaceId& surface) const
{
    static const SurfaceContent nothing;
    const auto it = contents_.find(surface);
    return it == contents_.end() ? nothing : *it->second;
}

} // namespace hinge
