// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/document_text.h"

#include "core/file/outside_program.h"
#include "core/file/read_limits.h"
#include "core/file/save_file.h"

#include <QFileInfo>

namespace hinge
{
namespace
{

/// What a file is, by the ending of its name, in the words of the converter.
constexpr std::pair<const char*, const char*> formats[] = {{"docx", "docx+styles"},
                                                           {"odt", "odt"},
                                                           {"rtf", "rtf"},
                                                           {"md", "markdown-raw_html-raw_tex"},
                                                           {"markdown", "markdown-raw_html-raw_tex"}};

const char* formatOf(const QString& path)
{
    const QString suffix = QFileInfo(path).suffix().toLower();
    for (const auto& [ending, format] : formats)
        if (suffix == QLatin1String(ending))
            return format;
    return nullptr;
}

} // namespace

bool isDocumentName(const QString& path) { return formatOf(path) != nullptr; }

Result<DocumentText> readDocument(const QString& path, const std::function<bool()>& goesOn)
{
    const QString name = QFileInfo(path).fileName();
    const char* format = formatOf(path);
    if (!format)
        return problem(name, QStringLiteral("This is no text that can be taken in: DOCX, ODT, RTF or Markdown."));
    if (auto plain = checkPlainFile(path); !plain)
        return tl::unexpected(plain.error());
    if (QFileInfo(path).size() > limits::largestDocument)
        return problem(name, QStringLiteral("It is larger than any text that stands on a piece."));
    const QString converter = installedProgram(QStringLiteral("pandoc"));
    if (converter.isEmpty())
        return problem(name, QStringLiteral("Texts of word processors are read by pandoc, which is not installed: "
                                            "apt install pandoc."));
    // It reads this file alone, and may not take all of the memory there is.
    const ProgramRun run =
        runProgram(converter,
                   {QStringLiteral("+RTS"), QStringLiteral("-M%1m").arg(limits::converterMemory),
                    QStringLiteral("-RTS"), QStringLiteral("--sandbox"), QStringLiteral("-f"), QLatin1String(format),
                    QStringLiteral("-t"), QStringLiteral("json"), QFileInfo(path).absoluteFilePath()},
                   {limits::longestConversion, limits::largestDocumentTree}, goesOn);
    switch (run.end) {
    case ProgramRun::End::Done: break;
    case ProgramRun::End::Stopped: return problem(name, QStringLiteral("Reading it was stopped."));
    case ProgramRun::End::TooMuch:
        return problem(name, QStringLiteral("It is larger than any text that stands on a piece."));
    case ProgramRun::End::Failed:
        return problem(name, run.complaint.isEmpty()
                                 ? QStringLiteral("It is damaged, or not what its name says.")
                                 : QStringLiteral("It is damaged, or not what its name says: %1").arg(run.complaint));
    }
    auto document = readDocumentTree(run.output, name);
    // The converter loses the header of a table in OpenDocument.
    if (document && QLatin1String(format) == QLatin1String("odt"))
        if (auto tables = tablesOfText(path); tables.size() == document->tables.size())
            document->tables = std::move(tables);
    return document;
}

} // namespace hinge
