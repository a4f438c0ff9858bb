// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/record_survey.h"

#include "core/file/links.h"
#include "typeset/code_symbol.h"

#include <QFileInfo>
#include <QSet>

namespace hinge
{
namespace
{

/// Looks at one picture of the piece, record after record.
class PictureSurvey
{
public:
    PictureSurvey(const Item& item, const QString& folder) : item_(item), folder_(folder) { seen_.itemId = item.id; }

    void look(const Record& record)
    {
        Item copy = item_;
        fillItem(copy, record);
        const QString& path = copy.file.path;
        auto known = there_.constFind(path);
        if (known == there_.constEnd())
            known = there_.insert(path, QFileInfo(resolvedPath(path, folder_)).isFile());
        if (*known)
            return;
        if (++seen_.count == 1) {
            seen_.first = record.place;
            seen_.what = shownPath(path);
        }
    }
    [[nodiscard]] const SurveyedItem& seen() const { return seen_; }

private:
    const Item& item_;
    const QString& folder_;
    QHash<QString, bool> there_;
    SurveyedItem seen_;
};

/// Likewise one code.
class CodeSurvey
{
public:
    explicit CodeSurvey(const Item& item) : item_(item) { seen_.itemId = item.id; }

    void look(const Record& record)
    {
        const Code code{item_.code.symbology, filled(item_.code.data, record)};
        // A square code takes whatever is neither nothing nor longer than one that was taken.
        if (code.symbology == Symbology::Qr && !code.data.isEmpty() && code.data.size() <= longest_)
            return;
        const auto made = encode(code);
        if (made) {
            longest_ = std::max(longest_, code.data.size());
            return;
        }
        if (++seen_.count == 1) {
            seen_.first = record.place;
            seen_.what = made.error().message;
        }
    }
    [[nodiscard]] const SurveyedItem& seen() const { return seen_; }

private:
    const Item& item_;
    qsizetype longest_ = 0;
    SurveyedItem seen_;
};

} // namespace

std::vector<Item> surveyedItems(const Job& job)
{
    std::vector<Item> out;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            if ((item.kind == ItemKind::Picture || item.kind == ItemKind::Code) && namesFields(item))
                out.push_back(item);
    return out;
}

RecordSurvey surveyRecords(const Job& job, const RecordTable* table, const QString& jobFolder,
                           const QSet<QString>& without, const std::function<bool()>& goesOn)
{
    std::vector<PictureSurvey> pictures;
    std::vector<CodeSurvey> codes;
    const std::vector<Item> items = surveyedItems(job);
    for (const Item& item : items) {
        if (without.contains(item.file.path))
            continue;
        if (item.kind == ItemKind::Picture)
            pictures.emplace_back(item, jobFolder);
        else
            codes.emplace_back(item);
    }
    const int count = pictures.empty() && codes.empty() ? 0 : recordCount(job, table);
    for (int place = 0; place < count; ++place) {
        if (goesOn && place % 64 == 0 && !goesOn())
            break;
        const Record record = recordAt(job, table, place);
        for (PictureSurvey& picture : pictures)
            picture.look(record);
        for (CodeSurvey& code : codes)
            code.look(record);
    }
    RecordSurvey out;
    for (const PictureSurvey& picture : pictures)
        if (picture.seen().count > 0)
            out.pictures.push_back(picture.seen());
    for (const CodeSurvey& code : codes)
        if (code.seen().count > 0)
            out.codes.push_back(code.seen());
    return out;
}

} // namespace hinge
