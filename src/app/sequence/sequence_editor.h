// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/sequence/page_selection.h"
#include "core/edit/bring_in.h"
#include "core/edit/sequence_edits.h"

namespace hinge
{

/// Changes the pages that are taken. Each change is one step of the history and takes what it made.
class SequenceEditor : public QObject
{
    Q_OBJECT

public:
    SequenceEditor(Document& document, PageSelection& selection, QObject* parent = nullptr);

    /// Puts an empty page in before the first of those taken; at the end when none is.
    void insertBlank();
    void duplicate();
    void remove();
    void moveTo(int before);
    /// Copies of the pages taken come before this place.
    void copyTo(int before);
    /// One place earlier or later.
    void nudge(int by);
    /// Only of two pages.
    void swap();
    void reverse();
    /// By a quarter, clockwise.
    void turn();
    void setState(PageState state, const QString& question = {});
    void setFromSpine(Length length);
    void setDown(Length length);
    void scale(Percent scale);
    void hideNumbers(bool hide);
    void putOnCover(CoverPanel panel);
    /// Before a place; at the end for -1. `offer` is taken up first where there is one.
    void bringIn(const std::vector<IncomingPage>& pages, int before, const IncomingLie& lie,
                 const std::optional<IncomingOffer>& offer);
    void selectAll();
    /// Takes a typed set of pages; fails when it is none.
    Result<void> select(const QString& set);
    /// The surface of a page. A job that knew of no page gets its sequence by this.
    [[nodiscard]] SurfaceId surfaceOf(int place);

Q_SIGNALS:
    /// What was asked for cannot be done; `message` says why.
    void refused(const QString& message);

private:
    /// Edits the taken pages; then those in `after` are taken.
    template <class Change>
    void change(const QString& what, const Change& change, std::vector<int> after, const QString& merge = {});
    /// "page 5", "3 pages".
    [[nodiscard]] QString taken() const;

    Document& document_;
    PageSelection& selection_;
};

} // namespace hinge
