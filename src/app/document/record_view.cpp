// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/record_view.h"

#include "app/document/background.h"
#include "app/document/linked_files.h"
#include "core/file/links.h"
#include "typeset/record_survey.h"

#include <algorithm>

namespace hinge
{
namespace
{

constexpr int surveyDelay = 300; ///< milliseconds

} // namespace

RecordView::RecordView(LinkedFiles& files, QObject* parent) : QObject(parent), files_(files)
{
    later_.setSingleShot(true);
    later_.setInterval(surveyDelay);
    connect(&later_, &QTimer::timeout, this, &RecordView::goThrough);
    connect(&files_, &LinkedFiles::refreshed, this, &RecordView::surveyAgain);
}

RecordView::~RecordView() { *stop_ = true; }

void RecordView::update(const Job& job, const QString& folder)
{
    if (!job.records.any() && !job_.records.any())
        return;
    job_ = job;
    folder_ = folder;
    const auto facts = files_.facts().constFind(job.records.file.path);
    table_ = job.records.source == RecordSource::File && facts != files_.facts().constEnd() ? facts->table : nullptr;
    count_ = recordCount(job, table_.get());
    fillIn();
    unfilled_ = namesFields(job) ? std::optional(withoutRecord(job)) : std::nullopt;
    Surveyed now{job.records.any() ? surveyedItems(job) : std::vector<Item>(), table_, job.records, folder};
    if (now == surveyed_)
        return;
    surveyed_ = std::move(now);
    *stop_ = true;
    survey_ = {};
    if (!surveyed_.items.empty())
        later_.start();
    else
        later_.stop();
}

void RecordView::fillIn()
{
    place_ = std::clamp(place_, 0, std::max(count_ - 1, 0));
    filled_.reset();
    if (count_ == 0 || !namesFields(job_))
        return;
    filled_ = filledFor(job_, record(place_));
    if (pathsNamedByField(job_).isEmpty())
        return;
    // Files that nobody has allowed yet are not looked for under another name.
    for (const auto& [surface, content] : job_.surfaces)
        for (std::size_t i = 0; i < content->items.size(); ++i)
            if (const QString& path = content->items[i].file.path;
                files_.blocked().contains(path) && namesFields(content->items[i]))
                filled_->edit(surface).items[i].file.path = path;
    files_.wantForNow(linkedPaths(*filled_));
}

void RecordView::show(int place)
{
    const int next = std::clamp(place, 0, std::max(count_ - 1, 0));
    if (next == place_)
        return;
    place_ = next;
    fillIn();
    Q_EMIT changed();
}

void RecordView::surveyAgain()
{
    if (!surveyed_.items.empty())
        later_.start();
}

void RecordView::goThrough()
{
    *stop_ = true;
    stop_ = std::make_shared<std::atomic<bool>>(false);
    ++surveying_;
    inBackground(
        this,
        [job = job_, table = table_, folder = folder_, without = files_.blocked(), stop = stop_] {
            return surveyRecords(job, table.get(), folder, without, [stop] { return !*stop; });
        },
        [this, stop = stop_](const RecordSurvey& survey) {
            --surveying_;
            if (*stop || survey == survey_)
                return;
            survey_ = survey;
            Q_EMIT changed();
        });
}

} // namespace hinge
