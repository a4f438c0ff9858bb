// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/fields/fields.h"

class QLayout;
class QPushButton;

namespace hinge
{

/// Writes words and fields one after the other into a flowing layout.
class Sentence
{
public:
    Sentence(Document& document, QLayout& flow) : document_(document), flow_(flow) {}

    void words(const QString& text);
    /// Words that never begin a line: a unit or a sign, which stays with the field before it.
    void wordsBehind(const QString& text);
    JobField* length(const char* name, const QString& what, std::function<Length&(Job&)> part, const QString& tip);
    JobField* count(const char* name, const QString& what, std::function<int(const Job&)> shown,
                    std::function<Result<void>(Job&, int)> set, const QString& tip);
    JobField* number(const char* name, const QString& what, std::function<int&(Job&)> part, const QString& tip);
    JobField* text(const char* name, const QString& what, JobField::Show show, JobField::Apply apply,
                   const QString& tip);
    JobChoice* choice(const char* name, const QString& what, std::vector<JobChoice::Option> options,
                      const QString& tip);

    QPushButton* button(const char* name, const QString& text, const QString& tip, std::function<void()> pressed);

    /// A choice among values of one part of the job.
    template <class T>
    JobChoice* pick(const char* name, const QString& what, std::function<T&(Job&)> part,
                    const std::vector<std::pair<QString, T>>& values, const QString& tip)
    {
        std::vector<JobChoice::Option> options;
        for (const auto& [text, value] : values)
            options.push_back({text,
                               [part, value = value](const Job& j) {
                                   Job copy = j;
                                   return part(copy) == value;
                               },
                               [part, value = value](Job& j) { part(j) = value; }});
        return choice(name, what, std::move(options), tip);
    }

private:
    JobField* add(JobField* field, const char* name, const QString& tip);
    Document& document_;
    QLayout& flow_;
};

} // namespace hinge
