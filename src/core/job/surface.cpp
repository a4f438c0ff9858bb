// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/surface.h"

#include <algorithm>

namespace hinge
{

Surfaces::Surfaces() : data_(new Data)
{
    for (const Face face : bothFaces)
        data_->contents[face];
}

void Surfaces::share(const SurfaceId& from, const SurfaceId& to)
{
    if (const auto it = data_->contents.find(from); it != data_->contents.end())
        data_->contents[to] = it->second;
    else
        data_->contents.erase(to);
}

qsizetype SharedContent::placeOf(const QString& id) const
{
    const auto& items = data_->content.items;
    constexpr std::size_t few = 16;
    const bool many = items.size() > few;
    // Jobs that share a content may be read in several threads at once.
    if (const auto places = many ? std::atomic_load(&data_->places) : nullptr) {
        const qsizetype guess = places->value(id, -1);
        if (guess >= 0 && std::size_t(guess) < items.size() && items[std::size_t(guess)].id == id)
            return guess;
    }
    const auto it = std::ranges::find(items, id, &Item::id);
    if (it == items.end())
        return -1;
    if (many) {
        auto made = std::make_shared<Places>();
        made->reserve(qsizetype(items.size()));
        for (std::size_t i = 0; i < items.size(); ++i)
            made->insert(items[i].id, qsizetype(i));
        std::atomic_store(&data_->places, std::shared_ptr<const Places>(made));
    }
    return it - items.begin();
}

std::optional<std::pair<SurfaceId, std::size_t>> Surfaces::find(const QString& itemId) const
{
    for (const auto& [surface, content] : *this)
        if (const qsizetype at = content.placeOf(itemId); at >= 0)
            return std::pair(surface, std::size_t(at));
    return std::nullopt;
}

const SurfaceContent& Surfaces::on(const SurfaceId& surface) const
{
    static const SurfaceContent nothing;
    const auto it = data_->contents.find(surface);
    return it == data_->contents.end() ? nothing : *it->second;
}

QList<LinkedFile> SurfaceContent::files() const
{
    QList<LinkedFile> out;
    if (supplied)
        out << *supplied;
    for (const Item& item : items)
        if (item.hasPicture())
            out << item.file;
    return out;
}

bool Surfaces::sameOn(const SurfaceId& surface, const Surfaces& there) const
{
    const auto here = data_->contents.find(surface);
    const auto other = there.data_->contents.find(surface);
    if (here == data_->contents.end() || other == there.data_->contents.end())
        return on(surface) == there.on(surface);
    return here->second == other->second;
}

} // namespace hinge
