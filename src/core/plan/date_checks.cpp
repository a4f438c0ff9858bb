// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/date_checks.h"

#include "core/job/master_copies.h"
#include "core/plan/finding_parts.h"

#include <QRegularExpression>
#include <algorithm>

namespace hinge
{
namespace
{

constexpr int yearsOfHistory = 3;

constexpr const char* months[] = {"jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"};

int monthOf(const QString& word)
{
    const QString start = word.left(3).toLower();
    for (int i = 0; i < 12; ++i)
        if (start == QLatin1String(months[i]))
            return i + 1;
    return 0;
}

/// How a date is written: a pattern, and which of its parts is what.
struct Form {
    const char* pattern;
    int day, month, year;
};
constexpr const char* monthWords =
    "(Jan(?:uary)?|Feb(?:ruary)?|Mar(?:ch)?|Apr(?:il)?|May|June?|July?|Aug(?:ust)?|Sept?(?:ember)?|Oct(?:ober)?|"
    "Nov(?:ember)?|Dec(?:ember)?)";

} // namespace

std::vector<WrittenDate> datesIn(const QString& text)
{
    static const std::vector<std::pair<QRegularExpression, Form>> forms = [] {
        std::vector<std::pair<QRegularExpression, Form>> out;
        for (const Form& form : {Form{"\\b(\\d{1,2})(?:st|nd|rd|th)?(?: of)? %1\\.?,? (\\d{4})\\b", 1, 2, 3},
                                 Form{"\\b%1\\.? (\\d{1,2})(?:st|nd|rd|th)?,? (\\d{4})\\b", 2, 1, 3},
                                 Form{"\\b(\\d{4})-(\\d{2})-(\\d{2})\\b", 3, 2, 1},
                                 Form{"\\b(\\d{1,2})\\.\\s?(\\d{1,2})\\.\\s?(\\d{4})\\b", 1, 2, 3},
                                 Form{"\\b(\\d{1,2})/(\\d{1,2})/(\\d{4})\\b", 1, 2, 3}}) {
            const QString pattern =
                QString::fromLatin1(form.pattern).replace(QStringLiteral("%1"), QLatin1String(monthWords));
            out.emplace_back(QRegularExpression(pattern, QRegularExpression::CaseInsensitiveOption), form);
        }
        return out;
    }();
    std::vector<std::pair<qsizetype, WrittenDate>> found;
    for (const auto& [pattern, form] : forms)
        for (auto it = pattern.globalMatch(text); it.hasNext();) {
            const auto match = it.next();
            const QString month = match.captured(form.month);
            const int number = monthOf(month) > 0 ? monthOf(month) : month.toInt();
            const int day = match.captured(form.day).toInt();
            const int year = match.captured(form.year).toInt();
            QDate date(year, number, day);
            if (match.captured(0).contains(u'/'))
                date = std::max(date, QDate(year, day, number));
            if (date.isValid())
                found.push_back({match.capturedStart(), {match.captured(0), date}});
        }
    std::ranges::stable_sort(found, {}, [](const auto& at) { return at.first; });
    std::vector<WrittenDate> out;
    for (auto& [at, date] : found)
        out.push_back(std::move(date));
    return out;
}

std::vector<Finding> checkDates(const Job& job, QDate today)
{
    std::vector<Finding> out;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items) {
            if (isMasterCopy(item.id))
                continue;
            for (const Paragraph& paragraph : item.paragraphs)
                for (const WrittenDate& written : datesIn(paragraph.text))
                    if (written.date < today && written.date.addYears(yearsOfHistory) >= today)
                        out.push_back(foundAt("text.date", Severity::Warn, job, surface, item,
                                              QStringLiteral("%1 speaks of %3, which has passed, %2"),
                                              QStringLiteral("A date left over from the last edition is noticed when "
                                                             "everything is printed."),
                                              Remedy::None, {written.words}));
        }
    return out;
}

} // namespace hinge
