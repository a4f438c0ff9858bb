// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/record_table.h"
#include "core/plan/record_survey.h"

#include <QObject>
#include <QTimer>
#include <atomic>

namespace hinge
{

class LinkedFiles;

/// The record the piece is looked at for, and what going through all of them in a worker thread has told. Neither is
/// part of the job.
class RecordView : public QObject
{
    Q_OBJECT

public:
    explicit RecordView(LinkedFiles& files, QObject* parent = nullptr);
    ~RecordView() override;

    /// The job, or the rows of its file, changed: fills it in again, and goes through the records if that may tell
    /// something else. `folder` is where relative links start.
    void update(const Job& job, const QString& folder);
    /// The job filled in for the record at hand; nothing where no field is named, or there is no record.
    [[nodiscard]] const std::optional<Job>& filledIn() const { return filled_; }
    /// The job as far as all copies are alike, as press sheets show it; nothing where no field is named.
    [[nodiscard]] const std::optional<Job>& unfilled() const { return unfilled_; }
    [[nodiscard]] int count() const { return count_; }
    /// From 0; without meaning when there are none.
    [[nodiscard]] int place() const { return place_; }
    /// Looks at another record; the nearest there is.
    void show(int place);
    /// Shared, for work in other threads; null where there is none.
    [[nodiscard]] const std::shared_ptr<const RecordTable>& table() const { return table_; }
    [[nodiscard]] Record record(int place) const { return recordAt(job_, table_.get(), place); }
    [[nodiscard]] QStringList fields() const { return recordFields(job_, table_.get()); }
    [[nodiscard]] const RecordSurvey& survey() const { return survey_; }
    /// Goes through all records again: files may have come.
    void surveyAgain();
    [[nodiscard]] bool isSurveying() const { return surveying_ > 0 || later_.isActive(); }

Q_SIGNALS:
    /// Another record is looked at, or more is known of all of them.
    void changed();

private:
    /// All that a survey depends on.
    struct Surveyed {
        std::vector<Item> items; ///< pictures and codes that name fields
        std::shared_ptr<const RecordTable> table;
        Records records;
        QString folder;
        bool operator==(const Surveyed&) const = default;
    };
    void fillIn();
    void goThrough();

    LinkedFiles& files_;
    Job job_;
    std::shared_ptr<const RecordTable> table_;
    QString folder_;
    int count_ = 0;
    int place_ = 0;
    std::optional<Job> filled_;
    std::optional<Job> unfilled_;
    Surveyed surveyed_;
    RecordSurvey survey_;
    QTimer later_; ///< typing goes on for a while
    int surveying_ = 0;
    /// Told to stop when there is something else to go through.
    std::shared_ptr<std::atomic<bool>> stop_ = std::make_shared<std::atomic<bool>>(false);
};

} // namespace hinge
