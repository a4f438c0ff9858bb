// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sequence/record_stage.h"
#include "app/sequence/sequence_stage.h"

class QStackedLayout;

namespace hinge
{

/// The stage Sequence: the pages of a piece that has some, the records of one whose copies differ; of one that has both
/// the one that was chosen last.
class OrderStage : public QWidget
{
    Q_OBJECT

public:
    OrderStage(Document& document, Actions& actions, QWidget* parent = nullptr);
    [[nodiscard]] SequenceStage& pages() { return *pages_; }
    [[nodiscard]] RecordStage& records() { return *records_; }
    [[nodiscard]] bool showsPages() const;
    /// Brings the pages, or the records, into view where the piece has them.
    void show(bool pages);
    [[nodiscard]] bool isIdle() const;

private:
    void refresh();

    Document& document_;
    SequenceStage* pages_ = nullptr;
    RecordStage* records_ = nullptr;
    QStackedLayout* stack_ = nullptr;
    QWidget* choice_ = nullptr;
    std::vector<QPushButton*> pills_;
    bool wantsRecords_ = false;
};

} // namespace hinge
