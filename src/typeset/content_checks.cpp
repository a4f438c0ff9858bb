// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/content_checks.h"

#include "typeset/text_layout.h"

#include <algorithm>

namespace hinge {
namespace {

Finding textFinding(const QString& code, Severity severity, Face face, const Item& item, const QString& message, const QString& reason)
{
    Finding f;
    f.code = code;
    f.severity = severity;
    f.message = message.arg(item.name.isEmpty() ? QStringLiteral("A text") : item.name, faceName(face));
    f.reason = reason;
    f.face = face;
    f.itemId = item.id;
    return f;
}

} // namespace

std::vector<Finding> checkText(const Job& job, const Plan& plan, const FontLibrary& fonts)
{
    std::vector<Finding> out;
    for (const Face face : bothFaces) {
        for (const Item& item : job.face(face).items) {
            const PlacedItem* placed = plan.findItem(item.id);
            if (item.kind != ItemKind::Text || placed->frame.isEmpty())
                continue;
            const TextLayout layout = layOutText(item.paragraphs, placed->frame.size(), fonts);
            if (!layout.fits())
                out.push_back(textFinding(QStringLiteral("text.over"), Severity::Stop, face, item,
                                          QStringLiteral("%1 does not fit its frame, %2"),
                                          QStringLiteral("%1 of %2 lines are left out. Make the frame deeper or the text shorter.")
                                              .arg(layout.linesOver).arg(layout.lines)));
            for (const QString& font : layout.missingFonts)
                out.push_back(textFinding(QStringLiteral("text.font"), Severity::Stop, face, item,
                                          QStringLiteral("%1 wants the font “") + font + QStringLiteral("”, %2"),
                                          QStringLiteral("It is not among the fonts of the program; another one stands in.")));
            if (layout.missingGlyphs)
                out.push_back(textFinding(QStringLiteral("text.glyph"), Severity::Stop, face, item,
                                          QStringLiteral("%1 has letters that its font lacks, %2"),
                                          QStringLiteral("They would print as empty boxes. Choose another font.")));
        }
    }
    return out;
}

std::vector<Finding> allFindings(const Job& job, const Plan& plan, const FileFactsMap& facts, const FontLibrary& fonts)
{
    std::vector<Finding> all = plan.findings;
    for (auto&& part : {checkFiles(job, plan, facts), checkText(job, plan, fonts)})
        all.insert(all.end(), part.begin(), part.end());
    std::ranges::stable_sort(all, {}, &Finding::severity);
    return all;
}

} // namespace hinge
