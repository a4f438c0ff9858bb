// SPDX-License-Identifier: GPL-3.0-or-later
// How it is folded: by a scheme, or step by step.
#include "app/brief/brief_sentence.h"
#include "app/brief/brief_words.h"
#include "app/fields/sentence.h"
#include "core/edit/change_kind.h"

namespace hinge
{

void BriefSentence::writeFolds(Sentence& s)
{
    const Job& job = document_.job();
    const FoldScheme scheme = job.fold.scheme;
    const bool counts = scheme == FoldScheme::Roll || scheme == FoldScheme::Zigzag || scheme == FoldScheme::Cross ||
                        scheme == FoldScheme::HalfRoll;
    s.words(tr("and folded"));
    if (scheme == FoldScheme::Half || scheme == FoldScheme::Short) {
        s.choice("brief.atHead", tr("Change where it folds"),
                 {{tr("at its side"), [](const Job& j) { return !j.fold.atHead; },
                   [](Job& j) { becomeFold(j, j.fold.scheme, 2, false); }},
                  {tr("at its head"), [](const Job& j) { return j.fold.atHead; },
                   [](Job& j) { becomeFold(j, j.fold.scheme, 2, true); }}},
                 tr("A piece folded at its head opens upwards"));
        if (scheme == FoldScheme::Short) {
            s.words(tr("with a step of"));
            s.length(
                "brief.step", tr("Change the step"), [](Job& j) -> Length& { return j.fold.step; },
                tr("How far the front stops short of the back"));
        }
    }
    if (counts) {
        s.words(tr("into"));
        s.text(
            "brief.panels", tr("Change the number of panels"),
            [](const Job& j) { return QString::number(j.fold.panels); },
            [](Job& j, const QString& text) -> Result<void> {
                bool ok = false;
                const int n = text.toInt(&ok);
                if (!ok || n < 2 || n > limits::mostPanels)
                    return problem({}, tr("A face has 2 to %1 panels.").arg(limits::mostPanels));
                becomeFold(j, j.fold.scheme, n, j.fold.atHead);
                return {};
            },
            tr("Panels of one face; the piece has twice as many"));
        s.words(tr("panels"));
    }
    if (scheme == FoldScheme::Own)
        writeSteps(s);
    s.words(tr("with panel"));
    s.text(
        "brief.front", tr("Choose the front panel"),
        [](const Job& j) { return QString::number(j.fold.coverPanel + 1); },
        [](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const int n = text.toInt(&ok);
            if (!ok || n < 1 || n > j.fold.panels)
                return problem({}, tr("The outside has panels 1 to %1, counted from the left.").arg(j.fold.panels));
            j.fold.coverPanel = n - 1;
            return {};
        },
        tr("Which panel of the outside lies in front when closed, counted from the left"));
    s.words(tr("of the outside in front; closed"));
    const auto closed = [&](const char* name, const QString& what, bool width, const QString& tip) {
        s.text(
            name, what,
            [width](const Job& j) {
                const Size c = closedSize(j);
                return formatLength(width ? c.w : c.h, j.unit);
            },
            [width](Job& j, const QString& text) -> Result<void> {
                const auto length = parseLength(text, j.unit);
                if (!length)
                    return tl::unexpected(length.error());
                Size c = closedSize(j);
                (width ? c.w : c.h) = *length;
                return setClosedSize(j, c);
            },
            tip);
    };
    closed("brief.closedWidth", tr("Change the closed width"), true,
           tr("Width of the closed piece; the flat follows. %1").arg(any()));
    s.wordsBehind(tr("×"));
    closed("brief.closedHeight", tr("Change the closed height"), false,
           tr("Height of the closed piece; the flat follows. %1").arg(any()));
}

void BriefSentence::writePanelGrid(Sentence& s)
{
    s.words(tr("from"));
    s.text(
        "brief.panels", tr("Change the number of columns"),
        [](const Job& j) { return QString::number(j.fold.panels / std::max(1, j.fold.rows)); },
        [](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const int n = text.toInt(&ok);
            if (!ok || n < 1 || n * j.fold.rows > limits::mostPanels || n * j.fold.rows < 2)
                return problem({}, tr("A face has 2 to %1 panels.").arg(limits::mostPanels));
            j.fold.panels = n * j.fold.rows;
            j.fold.coverPanel = std::min(j.fold.coverPanel, j.fold.panels - 1);
            j.fold.widths.clear();
            return {};
        },
        tr("Panels beside each other"));
    s.words(tr("by"));
    s.text(
        "brief.rows", tr("Change the number of rows"), [](const Job& j) { return QString::number(j.fold.rows); },
        [](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const int n = text.toInt(&ok);
            const int columns = j.fold.panels / std::max(1, j.fold.rows);
            if (!ok || n < 1 || n * columns > limits::mostPanels || n * columns < 2)
                return problem({}, tr("A face has 2 to %1 panels.").arg(limits::mostPanels));
            j.fold.rows = n;
            j.fold.panels = n * columns;
            j.fold.coverPanel = std::min(j.fold.coverPanel, j.fold.panels - 1);
            return {};
        },
        tr("Rows of panels above each other"));
    s.words(tr("panels:"));
}

void BriefSentence::writeStep(Sentence& s, std::size_t i)
{
    const auto name = [i](const char* part) {
        return QStringLiteral("brief.step.%1.%2").arg(i + 1).arg(QLatin1String(part)).toLatin1();
    };
    const auto has = [i](const Job& j) { return i < j.fold.steps.size(); };
    s.words(i == 0 ? tr("fold at line") : tr("then at line"));
    s.text(
        name("line"), tr("Change the line"),
        [i, has](const Job& j) { return has(j) ? QString::number(j.fold.steps[i].line) : QString(); },
        [i, has](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const int n = text.toInt(&ok);
            if (!ok)
                return problem({}, tr("Lines are counted from 1, from the left or from the head."));
            if (has(j))
                j.fold.steps[i].line = n;
            return {};
        },
        tr("Which line is folded: 1 is the first from the left, or from the head"));
    std::vector<JobChoice::Option> parts;
    const std::tuple<QString, Axis, LineSide> sides[] = {{tr("the left part"), Axis::Vertical, LineSide::Before},
                                                         {tr("the right part"), Axis::Vertical, LineSide::After},
                                                         {tr("the upper part"), Axis::Horizontal, LineSide::Before},
                                                         {tr("the lower part"), Axis::Horizontal, LineSide::After}};
    for (const auto& [text, axis, side] : sides)
        parts.push_back({text,
                         [i, has, axis = axis, side = side](const Job& j) {
                             return has(j) && j.fold.steps[i].axis == axis && j.fold.steps[i].moves == side;
                         },
                         [i, has, axis = axis, side = side](Job& j) {
                             if (has(j)) {
                                 j.fold.steps[i].axis = axis;
                                 j.fold.steps[i].moves = side;
                             }
                         }});
    s.choice(name("part"), tr("Change the part that moves"), std::move(parts), tr("Which part moves"));
    s.choice(name("way"), tr("Change the way"),
             {{tr("under,"), [i, has](const Job& j) { return has(j) && j.fold.steps[i].way == FoldWay::Under; },
               [i, has](Job& j) {
                   if (has(j))
                       j.fold.steps[i].way = FoldWay::Under;
               }},
              {tr("over,"), [i, has](const Job& j) { return has(j) && j.fold.steps[i].way == FoldWay::Over; },
               [i, has](Job& j) {
                   if (has(j))
                       j.fold.steps[i].way = FoldWay::Over;
               }}},
             tr("Over the rest of the pile, or tucked under it; the outside lies up at the start"));
}

void BriefSentence::writeSteps(Sentence& s)
{
    writePanelGrid(s);
    const std::size_t steps = document_.job().fold.steps.size();
    for (std::size_t i = 0; i < steps; ++i)
        writeStep(s, i);
    s.button("brief.addStep", tr("add a fold"), tr("One more fold; then say where and which way"), [this] {
        Job job = document_.job();
        const auto step = anotherStep(job.fold);
        if (!step) {
            showFieldProblem(words_->findChild<QWidget*>(QStringLiteral("brief.addStep")),
                             tr("Every line is folded, or the front would come to lie inside."));
            return;
        }
        job.fold.steps.push_back(*step);
        (void)document_.edit(tr("Add a fold"), std::move(job));
    });
    if (steps > 1)
        s.button("brief.dropStep", tr("drop the last"), tr("Without the last fold"), [this] {
            Job job = document_.job();
            job.fold.steps.pop_back();
            if (const auto done = document_.edit(tr("Drop a fold"), job); !done)
                showFieldProblem(this, done.error().message);
        });
}

} // namespace hinge
