// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"
#include "core/job/placement.h"

#include <QHash>
#include <QList>
#include <QSharedDataPointer>
#include <QStringList>
#include <array>
#include <map>
#include <memory>

namespace hinge
{

/// The outside face carries the front cover; the inside face is what lies behind it.
enum class Face { Outside = 0, Inside = 1 };
inline constexpr std::array<Face, 2> bothFaces{Face::Outside, Face::Inside};
[[nodiscard]] constexpr Face otherFace(Face f) { return f == Face::Outside ? Face::Inside : Face::Outside; }
/// "outside", "inside".
[[nodiscard]] QString faceName(Face face);

/// What is printed apart from the rest.
enum class Component {
    Flat, ///< the flat that is at work: the whole piece, or the cover of one with pages
    Text, ///< the pages
};

/// Names for good what is printed, and looked at, as one: a face of the flat, or a page of the text. A master, whose
/// content shows on others, has surfaces of its own: the one it is made on, and one for every other paper it is laid on
/// (see `Master`).
struct SurfaceId {
    Component component = Component::Flat;
    /// Of the flat; a page is on the outside of its paper (`Plan::paperOf`).
    Face face = Face::Outside;
    /// The page's own number, which it keeps wherever it is moved, from 1; 0 for a face.
    int page = 0;
    /// The number of a master, from 1; 0 for a face or page.
    int master = 0;
    /// Of a master: 1 for the left-hand page, 0 for the right-hand one; on the flat 0 for the panels it is made on, and
    /// counted on for others.
    int copy = 0;

    constexpr SurfaceId() = default;
    /// A face is a surface: where one is wanted, the face of the flat is meant.
    constexpr SurfaceId(Face f) : face(f) {}
    [[nodiscard]] static constexpr SurfaceId ofPage(int id)
    {
        SurfaceId surface;
        surface.component = Component::Text;
        surface.page = id;
        return surface;
    }

    [[nodiscard]] static constexpr SurfaceId ofMaster(int id, Component component, Face face, int copy)
    {
        SurfaceId surface(face);
        surface.component = component;
        surface.master = id;
        surface.copy = copy;
        return surface;
    }

    bool operator==(const SurfaceId&) const = default;
    /// Faces first, outside before inside; then pages, then masters.
    [[nodiscard]] bool operator<(const SurfaceId& other) const
    {
        if (master != other.master)
            return master < other.master;
        if (copy != other.copy)
            return copy < other.copy;
        if (component != other.component)
            return component < other.component;
        return face != other.face ? face < other.face : page < other.page;
    }
};

/// Everything printed on one surface.
struct SurfaceContent {
    /// A customer's finished page that is the whole surface; items lie over it.
    std::optional<LinkedFile> supplied;
    Placement placement; ///< of what is supplied
    /// In painting order, the last on top.
    std::vector<Item> items;
    std::vector<ColumnGrid> columns;
    std::vector<PanelMargin> margins;
    /// Design margins of single panels: where the layout ends. Wider than what is safe; only that judges.
    std::vector<PanelMargin> layout;
    std::vector<Guide> guides;
    /// Items of masters that do not show here, by their ids.
    QStringList letGo;
    bool operator==(const SurfaceContent&) const = default;
    [[nodiscard]] bool isEmpty() const { return *this == SurfaceContent(); }
    /// It has columns, margins or guides.
    [[nodiscard]] bool hasLines() const
    {
        return !columns.empty() || !margins.empty() || !layout.empty() || !guides.empty();
    }
    /// Something stands on it: more than columns, margins and guides.
    [[nodiscard]] bool isFilled() const { return supplied || !items.empty(); }
    /// The files it is printed from: what is supplied, then pictures in painting order.
    [[nodiscard]] QList<LinkedFile> files() const;
};

/// A number no guide of the surface has yet.
[[nodiscard]] inline int freshGuideNumber(const SurfaceContent& content)
{
    int number = 0;
    for (const Guide& guide : content.guides)
        number = guide.number >= number ? guide.number + 1 : number;
    return number;
}

/// A content that is shared by all jobs it is the same in: copying it copies a pointer, and the steps of a history hold
/// what they have in common once.
class SharedContent
{
public:
    SharedContent() : data_(new Data) {}
    const SurfaceContent& operator*() const { return data_->content; }
    const SurfaceContent* operator->() const { return &data_->content; }
    /// To be changed: one of its own, copied if others share it.
    [[nodiscard]] SurfaceContent& own() { return data_->content; }
    /// Where an item stands in `items`; -1 when it is not there. An index is made when first asked, and again when it
    /// proves wrong.
    [[nodiscard]] qsizetype placeOf(const QString& id) const;
    /// Cheap where it is shared.
    bool operator==(const SharedContent& other) const
    {
        return data_ == other.data_ || data_->content == other.data_->content;
    }

private:
    using Places = QHash<QString, qsizetype>;
    struct Data : QSharedData {
        SurfaceContent content;
        /// By id: a guess, which copies take over, for most changes leave items where they stand.
        mutable std::shared_ptr<const Places> places;
    };
    QSharedDataPointer<Data> data_;
};

/// What stands on the surfaces of a piece. The two faces are always there; a page as soon as something stands on it.
/// Copies share everything until one is changed.
class Surfaces
{
public:
    Surfaces();
    /// By surface, faces first.
    [[nodiscard]] auto begin() const { return data_->contents.begin(); }
    [[nodiscard]] auto end() const { return data_->contents.end(); }
    /// An empty one for a surface that nothing stands on.
    [[nodiscard]] const SurfaceContent& on(const SurfaceId& surface) const;
    /// To be changed.
    [[nodiscard]] SurfaceContent& edit(const SurfaceId& surface) { return data_->contents[surface].own(); }
    /// Has a surface share what stands on another one, until one of them is changed.
    void share(const SurfaceId& from, const SurfaceId& to);
    /// Takes everything off a page or a master, for good.
    void erase(const SurfaceId& surface) { data_->contents.erase(surface); }
    /// The surface an item stands on, and its place among the items there. Empty when there is none.
    [[nodiscard]] std::optional<std::pair<SurfaceId, std::size_t>> find(const QString& itemId) const;
    /// Changes every content; what the visit leaves as it is stays shared.
    template <class Visit>
    void editEach(const Visit& visit)
    {
        for (auto& [surface, content] : data_->contents) {
            SurfaceContent changed = *content;
            visit(changed);
            if (!(changed == *content))
                content.own() = std::move(changed);
        }
    }
    /// True when the same stands on a surface there. Cheap where it is shared.
    [[nodiscard]] bool sameOn(const SurfaceId& surface, const Surfaces& there) const;
    bool operator==(const Surfaces& other) const
    {
        return data_ == other.data_ || data_->contents == other.data_->contents;
    }

private:
    struct Data : QSharedData {
        std::map<SurfaceId, SharedContent> contents;
    };
    QSharedDataPointer<Data> data_;
};

} // namespace hinge
