// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>

namespace hinge
{

/// Gives a thing of a C library back with the library's own function.
template <auto release>
struct GiveBack {
    template <class T>
    void operator()(T* thing) const
    {
        release(thing);
    }
};

/// A thing of a C library that is given back when its owner goes, such as `Owned<hb_blob_t, hb_blob_destroy>`.
template <class T, auto release>
using Owned = std::unique_ptr<T, GiveBack<release>>;

} // namespace hinge
