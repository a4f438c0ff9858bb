// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/gather.h"

#include "core/edit/bring_in.h"
#include "core/edit/sequence_edits.h"
#include "core/file/job_file.h"
#include "pdf/read_facts.h"

#include <QDir>
#include <QFileInfo>

namespace hinge
{
Result<QStringList> gather(const Gathering& wanted)
{
    const QDir folder = QFileInfo(wanted.target).absoluteDir();
    QStringList told;
    std::vector<IncomingFile> files;
    for (const QString& path : filesIn(wanted.paths)) {
        const QString whole = QFileInfo(path).absoluteFilePath();
        FileFacts facts = readFileFacts(whole);
        if (!facts.error.isEmpty())
            told << QStringLiteral("left out: %1. %2").arg(QFileInfo(path).fileName(), facts.error);
        else if (facts.missing)
            told << QStringLiteral("left out: %1. There is no such file.").arg(QFileInfo(path).fileName());
        files.push_back({folder.relativeFilePath(whole), std::move(facts)});
    }
    std::vector<IncomingPage> pages = pagesOf(files);
    auto offer = offerFor(newPiece(PieceKind::Booklet), pages);
    if (pages.empty() || !offer)
        return problem({},
                       pages.empty()
                           ? QStringLiteral("None of these files can be used as pages.")
                           : QStringLiteral("There are only pictures: nothing tells how large a page is. Name a PDF, "
                                            "too."));
    Job job = newPiece(PieceKind::Booklet);
    if (wanted.apart) {
        // The page is half of what most of them are.
        pages = takenApart(pages, {offer->page.w.part(2), offer->page.h}, job.rightToLeft);
        offer = offerFor(job, pages);
    }
    job.title = QFileInfo(wanted.target).fileName().section(u'.', 0, 0);
    takeOffer(job, *offer);
    (void)bringIn(job, pages, -1, {.toBleed = !wanted.toSafe});
    if (auto valid = validate(job); !valid)
        return tl::unexpected(valid.error());
    for (std::size_t i = 0; i < pages.size(); ++i)
        if (pages[i].sameAs >= 0)
            told << QStringLiteral("note: page %1 is the same as page %2.").arg(i + 1).arg(pages[i].sameAs + 1);
    told << offerText(*offer, job.unit) + u'.';
    if (auto saved = saveJob(job, wanted.target); !saved)
        return tl::unexpected(saved.error());
    return told;
}

} // namespace hinge
