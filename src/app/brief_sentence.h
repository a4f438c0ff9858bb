// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document.h"
#include "app/slip.h"

namespace hinge {

class Sentence;
class StockStore;

/// The brief as a sentence with fields in it. Each kind of piece has its own; it is written anew when the kind, or what
/// else decides about its words, changes.
class BriefSentence : public Slip {
    Q_OBJECT

public:
    BriefSentence(Document& document, StockStore& stocks, QWidget* parent = nullptr);

private:
    void write();
    void writeSheet(Sentence& s);
    void writeFolds(Sentence& s);
    void writePages(Sentence& s);
    void writeCover(Sentence& s);
    void writeLeaf(Sentence& s);
    void writeZones(Sentence& s);
    void writeRun(Sentence& s);

    Document& document_;
    StockStore& stocks_;
    QString writtenFor_;
    QWidget* words_ = nullptr;
};

} // namespace hinge
