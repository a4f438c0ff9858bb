// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/remedies.h"

#include "core/edit/new_items.h"
#include "core/edit/sequence_edits.h"
#include "core/job/stories.h"
#include "core/piece/binding.h"
#include "core/piece/lines.h"
#include "core/plan/item_checks.h"

#include <algorithm>

namespace hinge
{

QString remedyText(Remedy remedy)
{
    switch (remedy) {
    case Remedy::None: return {};
    case Remedy::UseStockTuck: return QStringLiteral("Use the stock's allowance");
    case Remedy::PullToBleed: return QStringLiteral("Pull out to the bleed");
    case Remedy::TurnGrain: return QStringLiteral("Turn the grain");
    case Remedy::Score: return QStringLiteral("Score it");
    case Remedy::MakeUpPages: return QStringLiteral("Ask for the full pages");
    case Remedy::MoveBlanks: return QStringLiteral("Put blanks before the back");
    case Remedy::GlueInstead: return QStringLiteral("Glue it instead");
    case Remedy::ReckonSpine: return QStringLiteral("Use the worked-out spine");
    case Remedy::Sheetwise: return QStringLiteral("Print it sheetwise");
    case Remedy::MoveToSafe: return QStringLiteral("Keep it in the safe zone");
    case Remedy::CloseGap: return QStringLiteral("Close the gap");
    case Remedy::ThickenStroke: return QStringLiteral("Make it a quarter point");
    case Remedy::RemoveItem: return QStringLiteral("Take it off");
    case Remedy::MatchLook: return QStringLiteral("Set it like the others");
    case Remedy::WidenSafe: return QStringLiteral("Keep clear of the drift");
    case Remedy::WidenBleed: return QStringLiteral("Bleed as far as that");
    case Remedy::LayGround: return QStringLiteral("Put a bare ground under it");
    case Remedy::CountRecords: return QStringLiteral("Make one of each record");
    case Remedy::ChangeInk: return QStringLiteral("Set it in an ink that reads");
    }
    return {};
}

namespace
{

/// Pulls sides that lie outside the safe area of the item's panel back to it.
void moveToSafe(Job& job, Face face, Item& item)
{
    const auto paper = foldPaper(job);
    if (!paper)
        return;
    const Rect frame = frameOf(*paper, face, item);
    const int at = panelAt(*paper, face, frame.middle());
    const Rect safe = paper->face(face)[std::size_t(at)].safeArea;
    const auto hold = [&](ItemSide side, bool outside) {
        if (outside)
            item.side(side) = holdOn(PaperLine::Safe, at, endOf(side));
    };
    hold(ItemSide::Left, frame.x < safe.x);
    hold(ItemSide::Top, frame.y < safe.y);
    hold(ItemSide::Right, frame.right() > safe.right());
    hold(ItemSide::Bottom, frame.bottom() > safe.bottom());
}

void closeGap(Job& job, Face face, Item& item, ItemSide side, Length target)
{
    const auto paper = foldPaper(job);
    if (!paper)
        return;
    item.side(side) = settledSide(*paper, face, side, withSideAt(frameOf(*paper, face, item), side, target));
}

void matchLook(Job& job, Item& item)
{
    for (const OddLook& odd : oddLooks(job)) {
        if (odd.itemId != item.id)
            continue;
        TextStyle& style = item.paragraphs[odd.paragraph].style;
        style.font = odd.font;
        style.size = odd.size;
    }
}

/// Styles stay as they are: other texts follow them.
void changeTextInk(Job& job, Item& text, const QString& from, const QString& to)
{
    for (Paragraph& p : text.paragraphs) {
        const QString own = job.styleOf(p).ink;
        for (CharacterStyle& span : p.spans)
            if (span.styleName.isEmpty() && (span.ink.isEmpty() ? own : span.ink) == from)
                span.ink = to;
        if (own != from)
            continue;
        if (p.styleName.isEmpty()) {
            p.style.ink = to;
            continue;
        }
        int at = 0;
        std::vector<CharacterStyle> all;
        const auto plainUntil = [&](int end) {
            if (end > at)
                all.push_back({.start = at, .length = end - at, .font = {}, .ink = to});
        };
        for (const CharacterStyle& span : p.spans) {
            plainUntil(span.start);
            all.push_back(span);
            at = span.start + span.length;
        }
        plainUntil(int(p.text.size()));
        p.spans = std::move(all);
    }
}

/// What does not fit twice on its sheet is printed from a form a side.
void printSheetwise(Job& job)
{
    const auto planned = plan(job);
    if (!planned)
        return;
    for (const PressRun& run : planned->press)
        if (run.forms.empty() && run.layout().isOneForm())
            setWorkStyle(job, run.component, WorkStyle::Sheetwise);
}

} // namespace

Job settled(Job job, const Finding& finding)
{
    switch (finding.remedy) {
    case Remedy::None: break;
    case Remedy::UseStockTuck:
        job.fold.tuckAllowance.reset();
        job.fold.widths.clear();
        break;
    case Remedy::TurnGrain:
        job.stock.grain = job.stock.grain == Grain::AlongHeight ? Grain::AlongWidth : Grain::AlongHeight;
        break;
    case Remedy::Score:
        if (rulesOf(job.kind).form == FlatForm::WrappedCover)
            job.cover.hinge = CoverShape().hinge;
        else
            job.fold.scored = true;
        break;
    case Remedy::MakeUpPages: (void)setPageCount(job, madeUpPages(job)); break;
    case Remedy::MoveBlanks: job.pages.blanks = Blanks::BeforeBack; break;
    case Remedy::GlueInstead:
        // The cover of a self-cover booklet is among its pages; glued, it is a component of its own.
        if (!job.pages.plusCover && job.sequence.isEmpty())
            job.pages.count = std::max(4, job.pages.count - 4);
        setOwnCover(job, true);
        job.kind = PieceKind::Book;
        break;
    case Remedy::ReckonSpine: job.cover.spine.reset(); break;
    case Remedy::Sheetwise: printSheetwise(job); break;
    case Remedy::MoveToSafe:
        if (Item* item = job.findItem(finding.itemId); item && finding.surface)
            moveToSafe(job, finding.surface->face, *item);
        break;
    case Remedy::CloseGap:
        if (Item* item = job.findItem(finding.itemId); item && finding.surface)
            closeGap(job, finding.surface->face, *item, finding.side, finding.target);
        break;
    case Remedy::ThickenStroke:
        if (Item* item = job.findItem(finding.itemId))
            item->stroke.width = std::max(item->stroke.width, thinnestStroke);
        break;
    case Remedy::RemoveItem: removeItem(job, finding.itemId); break;
    case Remedy::MatchLook:
        if (Item* item = job.findItem(finding.itemId))
            matchLook(job, *item);
        break;
    case Remedy::WidenSafe:
        job.zones.safe = std::max(job.zones.safe, driftOf(job.press.device).keepClear);
        job.zones.foldClearance = std::max({job.zones.foldClearance, driftOf(job.press.device).folder, Length::mm(3)});
        break;
    case Remedy::WidenBleed: job.zones.bleed = std::max(job.zones.bleed, driftOf(job.press.device).knife); break;
    case Remedy::CountRecords:
        job.records.count = finding.count;
        job.quantity = finding.count;
        break;
    case Remedy::ChangeInk:
        if (const Item* item = job.findItem(finding.itemId))
            // A text that runs on has its words in its first frame.
            changeTextInk(job, *job.findItem(chainOf(job, *item).front()), finding.inks[0], finding.inks[1]);
        break;
    case Remedy::LayGround: (void)layGroundUnderCode(job, finding.itemId); break;
    case Remedy::PullToBleed:
        if (Item* item = job.findItem(finding.itemId)) {
            // The outermost panel of that side: known once the paper is folded.
            const auto paper = foldPaper(job);
            if (!paper)
                break;
            int panel = item->side(finding.side).panel;
            const int columns = paper->columns();
            const int rows = paper->rows();
            const int row = std::min(panel / columns, rows - 1);
            switch (finding.side) {
            case ItemSide::Left: panel = row * columns; break;
            case ItemSide::Right: panel = row * columns + columns - 1; break;
            case ItemSide::Top: panel %= columns; break;
            case ItemSide::Bottom: panel = (rows - 1) * columns + panel % columns; break;
            }
            item->side(finding.side) = holdOn(PaperLine::Bleed, panel, endOf(finding.side));
        }
        break;
    }
    return job;
}

} // namespace hinge
