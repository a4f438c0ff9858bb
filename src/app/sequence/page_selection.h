// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <algorithm>
#include <vector>

namespace hinge
{

/// The pages that are taken, by their places in the sequence; not part of the job.
class PageSelection : public QObject
{
    Q_OBJECT

public:
    using QObject::QObject;

    /// In order, each once.
    [[nodiscard]] const std::vector<int>& places() const { return places_; }
    [[nodiscard]] bool isEmpty() const { return places_.empty(); }
    [[nodiscard]] bool contains(int place) const { return std::ranges::binary_search(places_, place); }
    /// The page the keyboard is on; -1 for none.
    [[nodiscard]] int current() const { return current_; }

    void set(std::vector<int> places, int current)
    {
        std::ranges::sort(places);
        places.erase(std::ranges::unique(places).begin(), places.end());
        if (places == places_ && current == current_)
            return;
        places_ = std::move(places);
        current_ = current;
        Q_EMIT changed();
    }
    void setOne(int place)
    {
        anchor_ = place;
        set({place}, place);
    }
    void clear() { set({}, -1); }
    /// Takes one as well, or lets go of it.
    void toggle(int place)
    {
        std::vector<int> now = places_;
        if (contains(place))
            std::erase(now, place);
        else
            now.push_back(place);
        anchor_ = place;
        set(std::move(now), place);
    }
    /// Takes all from where the selection began to here.
    void extendTo(int place)
    {
        std::vector<int> now;
        for (int i = std::min(anchor_, place); i <= std::max(anchor_, place); ++i)
            now.push_back(i);
        set(std::move(now), place);
    }
    /// What is no longer there is let go of.
    void keepWithin(int pages)
    {
        std::vector<int> now = places_;
        std::erase_if(now, [pages](int place) { return place >= pages; });
        anchor_ = std::clamp(anchor_, 0, std::max(0, pages - 1));
        set(std::move(now), current_ < pages ? current_ : pages - 1);
    }

Q_SIGNALS:
    void changed();

private:
    std::vector<int> places_;
    int current_ = -1;
    int anchor_ = 0; ///< where a range begins
};

} // namespace hinge
