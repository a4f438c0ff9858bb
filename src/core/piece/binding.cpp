// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/binding.h"

#include "core/piece/page_numbers.h"

#include <algorithm>

namespace hinge
{
namespace
{

int leavesOf(const Job& job) { return madeUpPages(job) / 2; }

/// What is taken off a page before it has its trimmed size.
struct BlockTrims {
    Length foreEdge;
    Length headFoot; ///< each
    Length spine;    ///< milled
};

/// The sheet of a work as it lies in the pile, folded and not yet trimmed. The page lies between a spine on its left
/// and a fore-edge on its right, or the other way round on the other side of the spine.
Pile foldedSignature(const SignatureFold& fold, Size page, const BlockTrims& trims, int sheet, Length caliper)
{
    const Length w = page.w + trims.foreEdge + trims.spine;
    const Length h = page.h + trims.headFoot * 2;
    FoldedSheet paper(std::vector<Length>(std::size_t(fold.columns), w),
                      std::vector<Length>(std::size_t(fold.rows), h));
    for (const FoldStep& step : fold.steps)
        paper.fold(step);
    return pileOf(paper, sheet, caliper);
}

BookSheet emptySheet(int number, int pages, const SignatureFold& fold)
{
    BookSheet sheet;
    sheet.number = number;
    sheet.pages = pages;
    sheet.columns = fold.columns;
    sheet.rows = fold.rows;
    for (auto& side : sheet.sides)
        side.resize(std::size_t(fold.columns * fold.rows));
    return sheet;
}

/// Numbers the pages as a reader turns them, and writes each into the place on the sheet it came from.
void numberPages(Book& book, bool rightToLeft)
{
    int page = 1;
    for (PileLeaf& leaf : book.pile) {
        for (PageSpot spot : {leaf.upper, leaf.lower}) {
            BookSheet& sheet = book.sheets[std::size_t(leaf.sheet)];
            // A piece that opens from the right is the same work in a mirror.
            const int column = rightToLeft ? sheet.columns - 1 - spot.column : spot.column;
            sheet.sides[spot.outer ? 0 : 1][std::size_t(spot.row * sheet.columns + column)] = {page++, spot.headDown};
        }
    }
}

/// The mark of a signature whose pages are numbered. Steps of 4 mm down the spine, beginning again at the head when the
/// foot is reached. Common practice.
BookSheet::CollatingMark collatingMark(const BookSheet& sheet, Length pageHeight, bool rightToLeft)
{
    const Length step = Length::mm(4);
    const Length first = Length::mm(10);
    const auto steps = std::max<std::int64_t>(1, (pageHeight - first * 2) / step);
    const Length fromHead = first + step * ((sheet.number - 1) % steps);
    const auto& outer = sheet.sides[0];
    const auto firstPage = std::ranges::min_element(outer, {}, &BookSheet::Spot::page);
    const int place = int(firstPage - outer.begin());
    // Its spine lies on its left, on its right when it stands on its head or opens the other way.
    const bool spineOnRight = rightToLeft != firstPage->headDown;
    return {place % sheet.columns + (spineOnRight ? 1 : 0), place / sheet.columns,
            firstPage->headDown ? pageHeight - fromHead - step : fromHead, step};
}

void trimHeadAndFoot(Book& book, const BlockTrims& trims)
{
    book.pile = trimmed(std::move(book.pile), PileSide::Top, trims.headFoot);
    book.pile = trimmed(std::move(book.pile), PileSide::Bottom, trims.headFoot);
    book.opens = opensEverywhere(book.pile, PileSide::Left);
}

void makeStapled(const Job& job, Book& book)
{
    const SignatureFold fold = signatureFold(4);
    const Length caliper = textStockOf(job).caliper();
    const int sheets = book.pages / 4;
    const BlockTrims trims{job.zones.bleed, job.zones.bleed, {}};
    // Each sheet is laid into the middle of those outside it: built from the inside out.
    for (int i = sheets - 1; i >= 0; --i)
        book.pile = nested(foldedSignature(fold, job.page, trims, i, caliper), book.pile);
    const auto pushed = [&](Length l) { return Length::units(l.count() * job.pages.creepMilli / 1000); };
    const Length coverPush = hasOwnCover(job) ? pushed(job.stock.caliper()) : Length();
    for (int i = 0; i < sheets; ++i) {
        book.sheets.push_back(emptySheet(i + 1, 4, fold));
        book.sheets.back().creep = coverPush + pushed(caliper) * i;
    }
    book.creep = book.sheets.empty() ? Length() : book.sheets.back().creep;
    std::vector<Length> pushes;
    for (const BookSheet& sheet : book.sheets)
        pushes.push_back(sheet.creep);
    // Sewn through the fold, then trimmed on three sides to the size the outermost leaf has there.
    book.pile = boundAt(pushedOut(std::move(book.pile), pushes), PileSide::Left);
    book.pile = trimmed(std::move(book.pile), PileSide::Right, trims.foreEdge + book.creep);
    trimHeadAndFoot(book, trims);
    book.sheetFlat = {(job.page.w + trims.foreEdge) * 2 + job.pages.lap, job.page.h + trims.headFoot * 2};
}

void makeGlued(const Job& job, Book& book)
{
    const Length caliper = textStockOf(job).caliper();
    const BlockTrims trims{job.zones.bleed, job.zones.bleed, job.pages.mill};
    for (const int pages : signaturePages(book.pages, job.pages.signature)) {
        const SignatureFold fold = signatureFold(pages);
        const int number = int(book.sheets.size());
        book.pile = gathered(std::move(book.pile), foldedSignature(fold, job.page, trims, number, caliper));
        book.sheets.push_back(emptySheet(number + 1, pages, fold));
        // Every page is trimmed at head, foot and fore-edge, and milled at the spine.
        const Size flat{(job.page.w + job.zones.bleed + job.pages.mill) * fold.columns,
                        (job.page.h + job.zones.bleed * 2) * fold.rows};
        book.sheetFlat = {std::max(book.sheetFlat.w, flat.w), std::max(book.sheetFlat.h, flat.h)};
    }
    book.pile = boundAt(milled(std::move(book.pile), PileSide::Left, trims.spine), PileSide::Left);
    book.pile = trimmed(std::move(book.pile), PileSide::Right, trims.foreEdge);
    trimHeadAndFoot(book, trims);
}

void makeCutLeaves(const Job& job, Book& book)
{
    const Length trim = job.zones.bleed * 2;
    book.sheetFlat = {job.page.w + trim, job.page.h + trim};
    for (int i = 0; i < book.leaves; ++i)
        book.pile.push_back({i,
                             {true, 0, 0, false},
                             {false, 0, 0, false},
                             textStockOf(job).caliper(),
                             {Length(), Length(), job.page.w, job.page.h}});
    book.pile = boundAt(std::move(book.pile), PileSide::Left);
}

} // namespace

int madeUpPages(const Job& job)
{
    const int step = rulesOf(job.kind).pagesStep;
    return (job.pages.count + step - 1) / step * step;
}

std::vector<int> blankPages(int wanted, int made, Blanks where)
{
    std::vector<int> blanks;
    int missing = made - wanted;
    if (missing <= 0)
        return blanks;
    if (where == Blanks::InsideCovers)
        for (const int page : {2, made - 1})
            if (missing > 0 && page > 1 && page < made && std::ranges::find(blanks, page) == blanks.end()) {
                blanks.push_back(page);
                --missing;
            }
    for (int page = where == Blanks::AtEnd ? made : made - 1; missing > 0 && page > 1; --page)
        if (std::ranges::find(blanks, page) == blanks.end()) {
            blanks.push_back(page);
            --missing;
        }
    std::ranges::sort(blanks);
    return blanks;
}

std::vector<int> signaturePages(int pages, int full)
{
    std::vector<int> out(std::size_t(pages / full), full);
    std::vector<int> rest;
    int left = pages % full;
    for (int size = full / 2; size >= 4; size /= 2)
        if (left >= size) {
            rest.push_back(size);
            left -= size;
        }
    out.insert(out.empty() ? out.end() : out.end() - 1, rest.begin(), rest.end());
    return out;
}

Book makeBook(const Job& job)
{
    Book book;
    book.pages = madeUpPages(job);
    book.leaves = book.pages / 2;
    book.blanks = blankPages(job.pages.count, book.pages, job.pages.blanks);
    book.block = blockThickness(job);
    switch (rulesOf(job.kind).binding) {
    case Binding::Stapled: makeStapled(job, book); break;
    case Binding::Glued: makeGlued(job, book); break;
    default: makeCutLeaves(job, book); break;
    }
    if (!book.sheets.empty())
        numberPages(book, job.rightToLeft);
    if (rulesOf(job.kind).binding == Binding::Glued)
        for (BookSheet& sheet : book.sheets)
            sheet.mark = collatingMark(sheet, job.page.h, job.rightToLeft);
    // A leaf's lower page faces the upper page of the leaf beneath it.
    const auto spread = [&](int first, int second) {
        return job.rightToLeft ? Spread{second, first} : Spread{first, second};
    };
    book.spreads.push_back(spread(0, 1));
    for (int page = 2; page < book.pages; page += 2)
        book.spreads.push_back(spread(page, page + 1));
    book.spreads.push_back(spread(book.pages, 0));
    return book;
}

Length blockThickness(const Job& job)
{
    const int leaves = leavesOf(job);
    return textStockOf(job).caliper() * leaves;
}

Length reckonedSpine(const Job& job) { return blockThickness(job) + job.stock.caliper() * 2 + job.cover.glue; }
Length spineOf(const Job& job) { return job.cover.spine.value_or(reckonedSpine(job)); }

std::optional<Spread> centreSpread(const Job& job, const Book& book)
{
    if (rulesOf(job.kind).binding != Binding::Stapled || book.sheets.empty())
        return std::nullopt;
    // Where the pile is opened at the innermost fold, as many pages lie on either side.
    return book.spreads[book.spreads.size() / 2];
}

QString sheetName(PieceKind kind, const BookSheet& sheet)
{
    return (rulesOf(kind).binding == Binding::Stapled ? QStringLiteral("sheet %1") : QStringLiteral("signature %1"))
        .arg(sheet.number);
}

std::vector<ReaderPage> readerPages(const Job& job, const Book& book)
{
    std::vector<ReaderPage> out;
    out.reserve(std::size_t(book.pages));
    int place = 0;
    auto blank = book.blanks.begin();
    for (int number = 1; number <= book.pages; ++number) {
        ReaderPage page;
        page.number = number;
        // The first page lies on the right of whoever reads from left to right.
        page.hand = (number % 2 == 1) != job.rightToLeft ? Hand::Right : Hand::Left;
        page.folio = folio(job, number, book.pages);
        if (blank != book.blanks.end() && *blank == number)
            ++blank;
        else
            page.place = place++;
        out.push_back(page);
    }
    return out;
}

QString folio(const Job& job, int page, int pages)
{
    int skipped = 0;
    // A cover of its own is not among the pages, so that all of them are counted.
    const bool coverIsAmongThem = !hasOwnCover(job);
    if (coverIsAmongThem && job.pages.counted == CountedCovers::NotOuter)
        skipped = 1;
    if (coverIsAmongThem && job.pages.counted == CountedCovers::None)
        skipped = 2;
    if (page <= skipped || page > pages - skipped)
        return {};
    const int number = page - skipped + job.pages.firstNumber - 1;
    return job.pages.printed.script == NumberScript::Arabic
               ? QString::number(number)
               : romanNumber(number, job.pages.printed.script == NumberScript::CapitalRoman);
}

} // namespace hinge
