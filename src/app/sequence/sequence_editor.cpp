// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/sequence_editor.h"

#include "core/file/embedded_files.h"

#include <numeric>

namespace hinge
{
namespace
{

std::vector<int> range(int from, std::size_t count)
{
    std::vector<int> out(count);
    std::iota(out.begin(), out.end(), from);
    return out;
}

} // namespace

SequenceEditor::SequenceEditor(Document& document, PageSelection& selection, QObject* parent)
    : QObject(parent), document_(document), selection_(selection)
{
}

QString SequenceEditor::taken() const
{
    const auto& places = selection_.places();
    return places.size() == 1 ? tr("page %1").arg(places.front() + 1) : tr("%1 pages").arg(places.size());
}

template <class Change>
void SequenceEditor::change(const QString& what, const Change& change, std::vector<int> after, const QString& merge)
{
    if (selection_.isEmpty())
        return;
    Job job = document_.job();
    change(job);
    if (const auto done = document_.edit(what, std::move(job), merge); !done) {
        Q_EMIT refused(done.error().message);
        return;
    }
    const int current = after.empty() ? -1 : after.front();
    selection_.set(std::move(after), current);
}

void SequenceEditor::insertBlank()
{
    const int before = selection_.isEmpty() ? document_.job().pages.count : selection_.places().front();
    Job job = document_.job();
    insertPages(job, before, 1);
    if (const auto done = document_.edit(tr("Put a page in"), std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setOne(before);
}

void SequenceEditor::duplicate()
{
    std::vector<int> copies;
    for (std::size_t i = 0; i < selection_.places().size(); ++i)
        copies.push_back(selection_.places()[i] + int(i) + 1);
    change(
        tr("Duplicate %1").arg(taken()), [&](Job& job) { duplicatePages(job, selection_.places()); }, copies);
}

void SequenceEditor::remove()
{
    if (selection_.isEmpty())
        return;
    if (int(selection_.places().size()) >= document_.job().pages.count)
        return Q_EMIT refused(tr("One page is always left. Take the others out."));
    const int first = selection_.places().front();
    const int left = document_.job().pages.count - int(selection_.places().size());
    change(tr("Take %1 out").arg(taken()), [&](Job& job) { removePages(job, selection_.places()); },
           {std::min(first, left - 1)});
}

void SequenceEditor::moveTo(int before)
{
    const auto& places = selection_.places();
    const int first = before - int(std::ranges::count_if(places, [&](int place) { return place < before; }));
    const std::vector<int> after = range(first, places.size());
    if (after == places)
        return;
    change(
        tr("Move %1").arg(taken()), [&](Job& job) { movePages(job, places, before); }, after);
}

void SequenceEditor::copyTo(int before)
{
    const auto places = selection_.places();
    change(
        tr("Copy %1").arg(taken()), [&](Job& job) { copyPages(job, places, before); }, range(before, places.size()));
}

void SequenceEditor::nudge(int by)
{
    if (selection_.isEmpty())
        return;
    const int before = by < 0 ? selection_.places().front() + by : selection_.places().back() + 1 + by;
    if (before >= 0 && before <= document_.job().pages.count)
        moveTo(before);
}

void SequenceEditor::swap()
{
    const auto places = selection_.places();
    if (places.size() != 2)
        return Q_EMIT refused(tr("Take the two pages that are to change places."));
    change(
        tr("Swap two pages"), [&](Job& job) { swapPages(job, places[0], places[1]); }, places);
}

void SequenceEditor::reverse()
{
    const auto places = selection_.places();
    if (places.size() < 2)
        return Q_EMIT refused(tr("Take the pages whose order is to be reversed."));
    change(
        tr("Reverse %1").arg(taken()), [&](Job& job) { reversePages(job, places); }, places);
}

void SequenceEditor::turn()
{
    const auto places = selection_.places();
    change(
        tr("Turn %1").arg(taken()), [&](Job& job) { turnPages(job, places, Turn::Quarter); }, places);
}

void SequenceEditor::setState(PageState state, const QString& question)
{
    const auto places = selection_.places();
    change(
        tr("Mark %1 as %2").arg(taken(), pageStateName(state)),
        [&](Job& job) { setPageState(job, places, state, question); }, places,
        state == PageState::Question ? QStringLiteral("question") : QString());
}

void SequenceEditor::setFromSpine(Length length)
{
    const auto places = selection_.places();
    change(
        tr("Move what is on %1").arg(taken()),
        [&](Job& job) { hinge::setFromSpine(job, document_.plan(), places, length); }, places);
}

void SequenceEditor::setDown(Length length)
{
    const auto places = selection_.places();
    change(
        tr("Move what is on %1").arg(taken()), [&](Job& job) { hinge::setDown(job, places, length); }, places);
}

void SequenceEditor::scale(Percent scale)
{
    const auto places = selection_.places();
    change(
        tr("Scale what is on %1").arg(taken()), [&](Job& job) { scalePages(job, places, scale); }, places);
}

void SequenceEditor::hideNumbers(bool hide)
{
    const auto places = selection_.places();
    change(
        hide ? tr("Print no number on %1").arg(taken()) : tr("Print the number on %1").arg(taken()),
        [&](Job& job) { hidePageNumbers(job, places, hide); }, places);
}

void SequenceEditor::putOnCover(CoverPanel panel)
{
    if (selection_.isEmpty())
        return;
    Job job = document_.job();
    auto done = hinge::putOnCover(job, document_.plan(), selection_.places().front(), panel);
    if (done)
        done = document_.edit(tr("Put a page on the cover"), std::move(job));
    if (!done)
        Q_EMIT refused(done.error().message);
}

void SequenceEditor::bringIn(const std::vector<IncomingPage>& pages, int before, const IncomingLie& lie,
                             const std::optional<IncomingOffer>& offer)
{
    if (pages.empty())
        return;
    Job job = document_.job();
    if (offer)
        takeOffer(job, *offer);
    std::vector<int> places = hinge::bringIn(job, pages, before, lie);
    completeEmbedded(job); // opened copies of locked files
    if (const auto done = document_.edit(
            pages.size() == 1 ? tr("Bring a page in") : tr("Bring %1 pages in").arg(pages.size()), std::move(job));
        !done)
        return Q_EMIT refused(done.error().message);
    const int first = places.empty() ? -1 : places.front();
    selection_.set(std::move(places), first);
}

void SequenceEditor::selectAll()
{
    selection_.set(range(0, std::size_t(document_.job().pages.count)), std::max(0, selection_.current()));
}

Result<void> SequenceEditor::select(const QString& set)
{
    auto places = parsePageSet(set, document_.job().pages.count);
    if (!places)
        return tl::unexpected(places.error());
    const int first = places->empty() ? -1 : places->front();
    selection_.set(std::move(*places), first);
    return {};
}

SurfaceId SequenceEditor::surfaceOf(int place)
{
    if (document_.job().sequence.isEmpty()) {
        Job job = document_.job();
        beginSequence(job);
        (void)document_.edit(tr("Begin the pages"), std::move(job));
    }
    const Sequence& pages = document_.job().sequence;
    return place >= 0 && place < pages.size() ? pages.at(place).surface() : SurfaceId(Face::Outside);
}

} // namespace hinge
