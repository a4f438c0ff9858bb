// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/page_layout.h"

#include "core/edit/bring_in.h"
#include "core/file/links.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <algorithm>

namespace hinge
{
namespace
{

constexpr double margin = 24;
constexpr double captionHeight = 18; ///< above a group
constexpr double underPage = 26;     ///< number and state

QString tr(const char* text) { return QCoreApplication::translate("PageLayout", text); }

/// Fills rows from the left, and begins the next one where the width is used up.
class Rows
{
public:
    Rows(const Job& job, const Plan& plan, double width, double pageHeight)
        : job_(job), plan_(plan), width_(width), h_(pageHeight),
          w_(pageHeight * job.page.w.toMm() / std::max(1.0, job.page.h.toMm()))
    {
    }

    /// Makes room for a group of so many pages; what is added next belongs to it.
    void begin(double columns, double rows, bool captioned, const QString& caption = {}, bool isCentre = false)
    {
        const QSizeF size(w_ * columns, h_ * rows);
        const double above = captioned ? captionHeight : 0;
        if (x_ > margin && x_ + size.width() > width_ - margin)
            breakRow();
        corner_ = QPointF(x_, y_ + above);
        out_.groups.push_back({QRectF(corner_, size), caption, isCentre});
        x_ += size.width() + gap();
        rowHeight_ = std::max(rowHeight_, above + size.height() + underPage);
    }
    /// A page of the group at a column and row of it.
    void add(int reader, double column, double row, bool headDown = false)
    {
        const ReaderPage& page = plan_.pages[std::size_t(reader)];
        PageCell cell;
        cell.surface = SurfaceId::ofPage(
            page.isBlank() || page.place >= job_.sequence.size() ? 0 : job_.sequence.at(page.place).id);
        cell.reader = reader;
        cell.paper = QRectF(corner_.x() + column * w_, corner_.y() + row * h_, w_, h_);
        cell.headDown = headDown;
        cell.group = int(out_.groups.size()) - 1;
        out_.cells.push_back(cell);
    }
    void addCover(Face face)
    {
        const Size flat = plan_.paper.flat;
        const double high = h_ * flat.h.toMm() / std::max(1.0, job_.page.h.toMm());
        const double wide = high * flat.w.toMm() / std::max(1.0, flat.h.toMm());
        begin(wide / w_, high / h_, true, face == Face::Outside ? tr("cover, outside") : tr("cover, inside"));
        out_.cells.push_back({face, -1, out_.groups.back().area, false, int(out_.groups.size()) - 1});
    }
    void breakRow()
    {
        if (rowHeight_ == 0)
            return;
        x_ = margin;
        y_ += rowHeight_ + 14;
        rowHeight_ = 0;
    }
    PageLayout finish()
    {
        breakRow();
        out_.height = y_ + margin / 2;
        return std::move(out_);
    }

private:
    [[nodiscard]] double gap() const { return std::clamp(h_ * 0.13, 16.0, 34.0); }

    const Job& job_;
    const Plan& plan_;
    double width_, h_, w_;
    double x_ = margin, y_ = margin / 2, rowHeight_ = 0;
    QPointF corner_;
    PageLayout out_;
};

void addSpreads(Rows& rows, const Job& job, const Book& book)
{
    const auto centre = centreSpread(job, book);
    for (const Spread& spread : book.spreads) {
        const bool isCentre = centre == spread;
        rows.begin(2, 1, true, isCentre ? tr("centre") : QString(), isCentre);
        if (spread.left)
            rows.add(spread.left - 1, 0, 0);
        if (spread.right)
            rows.add(spread.right - 1, 1, 0);
    }
}

void addSides(Rows& rows, const Job& job, const Book& book)
{
    for (const BookSheet& sheet : book.sheets)
        for (int side = 0; side < 2; ++side) {
            const QString name = sheetName(job.kind, sheet);
            rows.begin(sheet.columns, sheet.rows, true,
                       side == 0 ? tr("%1, outer side").arg(name) : tr("%1, inner side").arg(name));
            for (int row = 0; row < sheet.rows; ++row)
                for (int column = 0; column < sheet.columns; ++column) {
                    const BookSheet::Spot& spot = sheet.at(side, column, row);
                    rows.add(spot.page - 1, column, row, spot.headDown);
                }
        }
}

void addReceived(Rows& rows, const Job& job, const Plan& plan)
{
    struct Came {
        LinkedFile file; ///< the first on it; empty for one that was made here
        Length part;     ///< from the left of what was drawn as one
        int reader;
    };
    std::vector<Came> pages;
    QStringList paths;
    for (std::size_t i = 0; i < plan.pages.size(); ++i) {
        const int place = plan.pages[i].place;
        if (plan.pages[i].isBlank())
            continue;
        const SurfaceContent nothing;
        const SurfaceContent& content =
            place < job.sequence.size() ? job.on(job.sequence.at(place).surface()) : nothing;
        const auto& part = content.placement.part;
        pages.push_back({content.files().value(0), part ? part->x : Length(), int(i)});
        if (!paths.contains(pages.back().file.path) && !pages.back().file.path.isEmpty())
            paths << pages.back().file.path;
    }
    paths = inNaturalOrder(paths) << QString(); // what was made here
    QHash<QString, qsizetype> rank;
    for (qsizetype i = 0; i < paths.size(); ++i)
        rank.insert(paths[i], i);
    std::ranges::stable_sort(
        pages, {}, [&](const Came& page) { return std::tuple(rank.value(page.file.path), page.file.page, page.part); });
    QString shown = QStringLiteral("?"); // no file is called so
    for (const Came& page : pages) {
        const bool afterPdf = shown.endsWith(QStringLiteral(".pdf"), Qt::CaseInsensitive);
        const bool isFirst = page.file.path != shown;
        // Each PDF begins a row; pictures are files of one page each, and follow each other.
        if (isFirst && (page.file.path.endsWith(QStringLiteral(".pdf"), Qt::CaseInsensitive) ||
                        page.file.path.isEmpty() || afterPdf))
            rows.breakRow();
        rows.begin(1, 1, true,
                   !isFirst                   ? QString()
                   : page.file.path.isEmpty() ? tr("made here")
                                              : QFileInfo(shownPath(page.file.path)).fileName());
        shown = page.file.path;
        rows.add(page.reader, 0, 0);
    }
}

} // namespace

PageLayout layOutPages(const Job& job, const Plan& plan, PageView view, double width, double pageHeight,
                       const std::function<bool(const ReaderPage&)>& isShown)
{
    Rows rows(job, plan, width, pageHeight);
    if (!plan.book)
        return rows.finish();
    if (view == PageView::Spreads && hasOwnCover(job)) {
        for (const Face face : bothFaces)
            rows.addCover(face);
        rows.breakRow();
    }
    switch (view) {
    case PageView::Spreads: addSpreads(rows, job, *plan.book); break;
    case PageView::Sides: addSides(rows, job, *plan.book); break;
    case PageView::Received: addReceived(rows, job, plan); break;
    case PageView::Singles:
        for (std::size_t i = 0; i < plan.pages.size(); ++i)
            if (isShown(plan.pages[i])) {
                rows.begin(1, 1, false);
                rows.add(int(i), 0, 0);
            }
        break;
    }
    return rows.finish();
}

} // namespace hinge
