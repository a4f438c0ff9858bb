// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/look/slip.h"

namespace hinge
{

class Sentence;
class StockStore;

/// The brief as a sentence with fields in it. Each kind of piece has its own; it is written anew when the kind, or what
/// else decides about its words, changes.
class BriefSentence : public Slip
{
    Q_OBJECT

public:
    BriefSentence(Document& document, StockStore& stocks, QWidget* parent = nullptr);
    /// With its lines closer together, where the window has little height.
    void setLow(bool low);
    /// As high as its lines are at the width it has.
    QSize minimumSizeHint() const override;
    QSize sizeHint() const override { return minimumSizeHint(); }

Q_SIGNALS:
    /// A file of data is to be chosen.
    void dataRequested();

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void spaceLines();
    /// Writes the words anew when they have to change; waits for a field that is being typed in, unless `atOnce`.
    void write(bool atOnce = false);
    void writeSheet(Sentence& s);
    void writeFolds(Sentence& s);
    void writeSteps(Sentence& s);
    void writePanelGrid(Sentence& s);
    void writeStep(Sentence& s, std::size_t i);
    void writePages(Sentence& s);
    void writeStocks(Sentence& s);
    void writeSignatures(Sentence& s);
    void writeClearance(Sentence& s);
    /// What nested sheets ask for: creep, lap and strips.
    void writeNesting(Sentence& s);
    void writeNumbers(Sentence& s);
    /// Whether the cover is a component of its own; `own` are the words for that.
    void writeOwnCover(Sentence& s);
    void writeCover(Sentence& s);
    void writePageSize(Sentence& s);
    void writeCoverShape(Sentence& s);
    void writeDirection(Sentence& s);
    void writeLeaf(Sentence& s);
    void writeZones(Sentence& s);
    void writeRun(Sentence& s);
    /// What the copies differ in.
    void writeRecords(Sentence& s);

    Document& document_;
    StockStore& stocks_;
    QString writtenFor_;
    bool stale_ = false; ///< to be written anew once the user has left the field at hand
    bool low_ = false;
    QWidget* words_ = nullptr;
};

} // namespace hinge
