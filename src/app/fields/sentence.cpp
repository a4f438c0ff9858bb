// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/sentence.h"

#include "app/look/plain_text.h"
#include "app/look/theme.h"

#include <QLabel>
#include <QLayout>
#include <QPushButton>

namespace hinge
{

void Sentence::words(const QString& text)
{
    auto* label = plainLabel(text);
    label->setFont(uiFont(type::heading));
    label->setStyleSheet(QStringLiteral("font-size: 14px;"));
    label->setForegroundRole(QPalette::PlaceholderText);
    flow_.addWidget(label);
}

void Sentence::wordsBehind(const QString& text)
{
    words(text);
    flow_.itemAt(flow_.count() - 1)->widget()->setProperty("glued", true);
}

JobField* Sentence::add(JobField* field, const char* name, const QString& tip)
{
    field->setFitsText(true);
    field->setObjectName(QString::fromLatin1(name));
    field->setToolTip(tip);
    flow_.addWidget(field);
    return field;
}

JobField* Sentence::length(const char* name, const QString& what, std::function<Length&(Job&)> part, const QString& tip)
{
    return add(JobField::forLength(document_, what, std::move(part)), name, tip);
}

JobField* Sentence::count(const char* name, const QString& what, std::function<int(const Job&)> shown,
                          std::function<Result<void>(Job&, int)> set, const QString& tip)
{
    return add(JobField::forCount(document_, what, std::move(shown), std::move(set)), name, tip);
}

JobField* Sentence::number(const char* name, const QString& what, std::function<int&(Job&)> part, const QString& tip)
{
    return add(JobField::forNumber(document_, what, std::move(part)), name, tip);
}

JobField* Sentence::text(const char* name, const QString& what, JobField::Show show, JobField::Apply apply,
                         const QString& tip)
{
    return add(new JobField(document_, what, std::move(show), std::move(apply)), name, tip);
}

JobChoice* Sentence::choice(const char* name, const QString& what, std::vector<JobChoice::Option> options,
                            const QString& tip)
{
    auto* field = new JobChoice(document_, what, std::move(options));
    field->setProperty("sentence", true);
    field->setObjectName(QString::fromLatin1(name));
    field->setToolTip(tip);
    flow_.addWidget(field);
    return field;
}

QPushButton* Sentence::button(const char* name, const QString& text, const QString& tip, std::function<void()> pressed)
{
    auto* b = new QPushButton(text);
    b->setProperty("link", true);
    b->setObjectName(QString::fromLatin1(name));
    b->setToolTip(tip);
    QObject::connect(b, &QPushButton::clicked, b, [pressed] { pressed(); });
    flow_.addWidget(b);
    return b;
}

} // namespace hinge
