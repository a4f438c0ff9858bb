// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLayout>
#include <QWidget>
#include <vector>

namespace hinge
{

/// Lays widgets out like the words of a paragraph: from left to right, wrapping, on a common middle line. What has the
/// property "glued" never begins a line: it stays with what stands before it.
class FlowLayout : public QLayout
{
public:
    FlowLayout(int spacing, int lineSpacing) : lineSpacing_(lineSpacing) { setSpacing(spacing); }
    ~FlowLayout() override
    {
        for (QLayoutItem* item : items_)
            delete item; // a layout owns its items
    }

    void setLineSpacing(int spacing)
    {
        lineSpacing_ = spacing;
        invalidate();
    }
    void addItem(QLayoutItem* item) override { items_.push_back(item); }
    [[nodiscard]] int count() const override { return int(items_.size()); }
    [[nodiscard]] QLayoutItem* itemAt(int i) const override
    {
        return i >= 0 && i < count() ? items_[std::size_t(i)] : nullptr;
    }
    QLayoutItem* takeAt(int i) override
    {
        if (i < 0 || i >= count())
            return nullptr;
        QLayoutItem* item = items_[std::size_t(i)];
        items_.erase(items_.begin() + i);
        return item;
    }
    [[nodiscard]] Qt::Orientations expandingDirections() const override { return {}; }
    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override { return arrange({0, 0, width, 0}, false); }
    [[nodiscard]] QSize sizeHint() const override { return minimumSize(); }
    [[nodiscard]] QSize minimumSize() const override
    {
        QSize size;
        for (const QLayoutItem* item : items_)
            size = size.expandedTo(item->minimumSize());
        const QMargins m = contentsMargins();
        return size + QSize(m.left() + m.right(), m.top() + m.bottom());
    }
    void setGeometry(const QRect& rect) override
    {
        QLayout::setGeometry(rect);
        arrange(rect, true);
    }

private:
    static bool isGlued(QLayoutItem& item) { return item.widget() && item.widget()->property("glued").toBool(); }
    int arrange(const QRect& rect, bool apply) const
    {
        const QMargins m = contentsMargins();
        const QRect room = rect.adjusted(m.left(), m.top(), -m.right(), -m.bottom());
        int y = room.y();
        std::size_t i = 0;
        while (i < items_.size()) {
            int x = room.x();
            int lineHeight = 0;
            const std::size_t first = i;
            while (i < items_.size()) {
                // One word, with all that is glued to it.
                std::size_t end = i + 1;
                int width = items_[i]->sizeHint().width();
                while (end < items_.size() && isGlued(*items_[end]))
                    width += spacing() + items_[end++]->sizeHint().width();
                if (i > first && x + width > room.right() + 1)
                    break;
                x += width + spacing();
                for (; i < end; ++i)
                    lineHeight = std::max(lineHeight, items_[i]->sizeHint().height());
            }
            if (apply) {
                int at = room.x();
                for (std::size_t j = first; j < i; ++j) {
                    const QSize size = items_[j]->sizeHint();
                    items_[j]->setGeometry({at, y + (lineHeight - size.height()) / 2, size.width(), size.height()});
                    at += size.width() + spacing();
                }
            }
            y += lineHeight + lineSpacing_;
        }
        return y - lineSpacing_ - rect.y() + m.bottom();
    }

    std::vector<QLayoutItem*> items_;
    int lineSpacing_;
};

} // namespace hinge
