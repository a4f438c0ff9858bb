// SPDX-License-Identifier: GPL-3.0-or-later
// Files for the printer, and the docket.
#include "app/window/main_window.h"

#include "app/document/linked_files.h"
#include "app/look/ask_file.h"
#include "app/look/theme.h"
#include "core/piece/extent.h"
#include "paint/docket_page.h"
#include "paint/knife_painter.h"

#include <QMessageBox>
#include <QPushButton>
#include <algorithm>

namespace hinge
{
namespace
{

/// How a file for the printer is spoken of.
struct FileWords {
    QString write;
    QString allTheSame;
    QString ending;
};
FileWords wordsFor(ExportKind kind)
{
    switch (kind) {
    case ExportKind::Flat:
        return {MainWindow::tr("Write the flat"), MainWindow::tr("Write the flat all the same"),
                QStringLiteral("-flat.pdf")};
    case ExportKind::Sheets:
        return {MainWindow::tr("Write the press sheets"), MainWindow::tr("Write the press sheets all the same"),
                QStringLiteral("-sheets.pdf")};
    case ExportKind::Copies:
        return {MainWindow::tr("Write all copies"), MainWindow::tr("Write all copies all the same"),
                QStringLiteral("-copies.pdf")};
    case ExportKind::Pages:
        return {MainWindow::tr("Write the pages"), MainWindow::tr("Write the pages all the same"),
                QStringLiteral("-pages.pdf")};
    }
    return {};
}

} // namespace

void MainWindow::askExport(ExportKind kind)
{
    if (!mayRelease(kind))
        return;
    const FileWords words = wordsFor(kind);
    const QString extent =
        kind == ExportKind::Flat ? extentName(extentOf(document_.job())).replace(u' ', u'-') : QString();
    const QString part = extent.isEmpty() ? QString() : u'-' + extent;
    QString path =
        askWhereToWrite(this, words.write, ownFolder(), document_.fileStem() + part + words.ending, tr("PDF (*.pdf)"));
    if (path.isEmpty())
        return;
    if (!path.endsWith(QStringLiteral(".pdf"), Qt::CaseInsensitive))
        path += QStringLiteral(".pdf");
    showStage(Stage::Release);
    exportTo(kind, path);
}

bool MainWindow::mayRelease(ExportKind kind)
{
    std::vector<Finding> stops;
    std::ranges::copy_if(document_.findings(), std::back_inserter(stops),
                         [](const Finding& f) { return f.severity == Severity::Stop; });
    if (stops.empty())
        return true;
    QMessageBox box(this);
    box.setObjectName(QStringLiteral("stopsDialog"));
    box.setTextFormat(Qt::PlainText);
    const QString first = stops.front().message;
    box.setText(stops.size() == 1
                    ? tr("This stops the piece: %1.").arg(first)
                    : tr("This stops the piece: %1, and %2 more.").arg(first, QString::number(stops.size() - 1)));
    box.setInformativeText(stops.front().reason);
    QPushButton* show = box.addButton(tr("Show it"), QMessageBox::AcceptRole);
    QPushButton* write = box.addButton(wordsFor(kind).allTheSame, QMessageBox::DestructiveRole);
    box.addButton(QMessageBox::Cancel);
    box.setDefaultButton(show);
    box.exec();
    if (box.clickedButton() == show)
        showFinding(stops.front());
    return box.clickedButton() == write;
}

void MainWindow::askKnife()
{
    const QString path =
        askWhereToWrite(this, tr("Write the knife's program"), ownFolder(),
                        document_.fileStem() + QStringLiteral("-knife.pdf"), tr("PDF (*.pdf);;CSV (*.csv)"));
    if (path.isEmpty())
        return;
    const auto written = writeKnifeProgram(document_.job().title, cuttingOrders(document_.job(), document_.plan()),
                                           document_.job().unit, uiFont(type::body), path);
    if (!written)
        tell(tr("Not written"), written.error().text());
}

void MainWindow::askDocket()
{
    const QString path =
        askWhereToWrite(this, tr("Write the docket"), ownFolder(), document_.fileStem() + QStringLiteral("-docket.pdf"),
                        tr("PDF (*.pdf);;HTML (*.html)"));
    if (!path.isEmpty())
        writeDocket(path);
}

bool MainWindow::writeDocket(const QString& path)
{
    const bool html = path.endsWith(QStringLiteral(".html"), Qt::CaseInsensitive) ||
                      path.endsWith(QStringLiteral(".htm"), Qt::CaseInsensitive);
    const auto written =
        html ? writeDocketHtml(document_.job(), document_.plan(), document_.findings(), uiFont(type::body), path)
             : writeDocketPdf(document_.job(), document_.plan(), document_.findings(), uiFont(type::body), path);
    if (!written)
        tell(tr("Not written"), written.error().text());
    return written.has_value();
}

bool MainWindow::exportTo(ExportKind kind, const QString& target)
{
    if (!document_.files().blocked().isEmpty()) {
        tell(tr("Not written"), tr("The job uses files outside its folder that you have not allowed: %1. Place them "
                                   "again, or open the job once more.")
                                    .arg(Problem::quoted(*document_.files().blocked().begin())));
        return false;
    }
    return exporter_.start(document_.job(), kind, document_.folder(), target);
}

} // namespace hinge
