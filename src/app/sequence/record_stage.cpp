// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/record_stage.h"

#include "app/document/background.h"
#include "app/document/record_view.h"
#include "app/fields/record_bar.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/look/view_pills.h"

#include <QHBoxLayout>
#include <QLineEdit>
#include <QSlider>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

/// The next record, behind a place and then from the first, that has these words in a field; -1 for none.
int nextWith(const Job& job, const RecordTable* table, int behind, const QString& words)
{
    const int count = recordCount(job, table);
    for (int i = 1; i <= count; ++i) {
        const int place = (behind + i) % count;
        for (const QString& value : recordAt(job, table, place).values)
            if (value.contains(words, Qt::CaseInsensitive))
                return place;
    }
    return -1;
}

} // namespace

RecordStage::RecordStage(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("recordStage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(4);
    grid_ = new RecordGrid(document_);
    middle->addLayout(makeHead());
    middle->addWidget(grid_, 1);
    told_ = plainLabel();
    told_->setObjectName(QStringLiteral("records.told"));
    told_->setProperty("role", QStringLiteral("note"));
    told_->setContentsMargins(12, 0, 12, 4);
    told_->hide();
    middle->addWidget(told_);
    row->addLayout(middle, 1);
    drawer_ = new RecordDrawer(document_);
    row->addWidget(drawer_);
    setFocusProxy(grid_);
    connect(grid_, &RecordGrid::openRequested, this, &RecordStage::openRequested);
    connect(grid_, &RecordGrid::sizeRequested, this, &RecordStage::resizePieces);
    connect(grid_, &RecordGrid::filesDropped, this, &RecordStage::filesDropped);
    connect(drawer_, &RecordDrawer::dataRequested, this, &RecordStage::dataRequested);
    connect(drawer_, &RecordDrawer::fieldRequested, this, &RecordStage::fieldRequested);
    connect(&document_, &Document::changed, this, &RecordStage::refresh);
    refresh();
}

QLayout* RecordStage::makeHead()
{
    auto* head = new QHBoxLayout;
    head->setContentsMargins(12, 8, 12, 0);
    head->setSpacing(4);
    faces_ = addPills(head,
                      {{tr("front"), tr("The front of every piece"), QStringLiteral("records.face.0")},
                       {tr("back"), tr("The back of every piece"), QStringLiteral("records.face.1")}},
                      0, [this](int i) { grid_->setFace(Face(i)); });
    head->addSpacing(8);
    head->addWidget(new RecordBar(document_, QStringLiteral("records")));
    head->addStretch(1);
    find_ = new QLineEdit;
    find_->setObjectName(QStringLiteral("records.find"));
    find_->setAccessibleName(tr("Find a record"));
    find_->setToolTip(tr("Enter goes to the next record that has these words"));
    find_->setMaximumWidth(170);
    find_->setMinimumWidth(90);
    find_->setClearButtonEnabled(true);
    connect(find_, &QLineEdit::returnPressed, this, &RecordStage::findNext);
    connect(find_, &QLineEdit::textEdited, this, [this] { told_->hide(); });
    head->addWidget(find_);
    head->addSpacing(8);
    size_ = new QSlider(Qt::Horizontal);
    size_->setObjectName(QStringLiteral("records.size"));
    size_->setAccessibleName(tr("How large pieces are shown"));
    size_->setToolTip(tr("How large pieces are shown; + and -, or Ctrl and the wheel"));
    size_->setRange(50, 420);
    size_->setSingleStep(20);
    size_->setPageStep(60);
    size_->setValue(130);
    size_->setFixedWidth(96);
    size_->setMinimumHeight(24);
    connect(size_, &QSlider::valueChanged, grid_, &RecordGrid::setPieceHeight);
    head->addWidget(size_);
    return head;
}

void RecordStage::findNext()
{
    const QString words = find_->text().trimmed();
    if (words.isEmpty() || finding_)
        return;
    finding_ = true;
    inBackground(
        this,
        [job = document_.job(), table = document_.records().table(), behind = document_.records().place(), words] {
            return nextWith(job, table.get(), behind, words);
        },
        [this, words](int place) {
            finding_ = false;
            if (place >= 0)
                document_.records().show(place);
            told_->setText(place >= 0 ? QString() : tr("No record has “%1”.").arg(words));
            told_->setVisible(place < 0);
        });
}

void RecordStage::resizePieces(int step) { size_->setValue(size_->value() + step * 30); }

void RecordStage::turnOver()
{
    const Face face = otherFace(grid_->face());
    faces_[std::size_t(face)]->setChecked(true);
    grid_->setFace(face);
}

void RecordStage::refresh()
{
    find_->setPlaceholderText(document_.job().records.source == RecordSource::Series ? tr("find a number")
                                                                                     : tr("find in the data"));
    for (const Face face : bothFaces)
        faces_[std::size_t(face)]->setText(faceName(face, document_.job().kind));
}

} // namespace hinge
