// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/docket_page.h"

#include "core/dummy/dummy.h"
#include "core/file/save_file.h"
#include "core/plan/making_steps.h"
#include "core/units/version.h"
#include "paint/flat_diagram.h"
#include "paint/piece_painter.h"

#include <QBuffer>
#include <QFileInfo>
#include <QPdfWriter>
#include <QSvgGenerator>

namespace hinge
{
namespace
{

const QColor ink(0x20, 0x26, 0x2D);
const QColor ink2(0x59, 0x62, 0x6C);
const QColor rule(0xC9, 0xC4, 0xB6);
const QColor accent(0x1D, 0x6A, 0x66);

QFont sized(QFont font, double pixels, QFont::Weight weight = QFont::Medium)
{
    font.setPixelSize(int(pixels));
    font.setWeight(weight);
    return font;
}

DiagramStyle diagramStyle(const QFont& font)
{
    return {{ink2, ink, sized(font, 11, QFont::DemiBold)}, accent, sized(font, 12, QFont::DemiBold), sized(font, 10)};
}

/// Pages are laid out in pixels of 1/96 in and scaled to the device.
constexpr double pixelsPerInch = 96;

class Page
{
public:
    Page(QPainter& painter, QSizeF size, const QFont& font) : p_(painter), size_(size), font_(font) {}

    void text(const QRectF& r, const QString& s, double pixels, QFont::Weight weight, const QColor& colour,
              int flags = Qt::AlignLeft | Qt::AlignTop)
    {
        p_.setFont(sized(font_, pixels, weight));
        p_.setPen(colour);
        p_.drawText(r, flags, s);
    }
    double wrapped(double x, double y, double w, const QString& s, double pixels, QFont::Weight weight,
                   const QColor& colour)
    {
        p_.setFont(sized(font_, pixels, weight));
        const QRectF need = p_.boundingRect(QRectF(x, y, w, 1000), Qt::AlignLeft | Qt::TextWordWrap, s);
        p_.setPen(colour);
        p_.drawText(need, Qt::AlignLeft | Qt::TextWordWrap, s);
        return need.height();
    }
    void line(double y) { p_.fillRect(QRectF(margin, y, size_.width() - margin * 2, 0.8), rule); }

    static constexpr double margin = 46;
    QPainter& p_;
    QSizeF size_;
    QFont font_;
};

/// Two columns of figures; gives the height used. Groups stay together where they can.
double paintFigures(Page& page, double top, double bottom, const Plan& plan)
{
    const double gap = 26;
    const double width = (page.size_.width() - Page::margin * 2 - gap) / 2;
    double x = Page::margin;
    double y = top;
    double lowest = top;
    QString group;
    std::size_t lines = 0;
    for (const Figure& f : plan.figures)
        lines += f.group != group ? (group = f.group, 2) : 1;
    group.clear();
    std::size_t told = 0;
    for (const Figure& f : plan.figures) {
        const bool newGroup = f.group != group;
        if ((x == Page::margin && told >= (lines + 1) / 2 && newGroup) || y > bottom - 20) {
            if (x > Page::margin)
                break; // one page: what does not fit stands in the file itself
            x += width + gap;
            y = top;
        }
        if (newGroup) {
            group = f.group;
            y += y == top ? 0 : 7;
            page.text({x, y, width, 16}, group.toUpper(), 9.5, QFont::Bold, accent);
            y += 16;
            ++told;
        }
        ++told;
        page.text({x, y, width * 0.42, 15}, f.label, 10.5, QFont::Medium, ink2,
                  Qt::AlignLeft | Qt::AlignTop | Qt::TextSingleLine);
        page.text({x + width * 0.42, y, width * 0.58, 15},
                  f.value + (f.overridden ? QObject::tr("  (typed)") : QString()), 10.5, QFont::Bold, ink,
                  Qt::AlignLeft | Qt::AlignTop | Qt::TextSingleLine);
        y += 14.5;
        if (!f.working.isEmpty()) {
            page.p_.setFont(sized(page.font_, 8.5));
            const QString working = page.p_.fontMetrics().elidedText(f.working, Qt::ElideRight, int(width * 0.58));
            page.text({x + width * 0.42, y - 1, width * 0.58, 12}, working, 8.5, QFont::Medium, ink2,
                      Qt::AlignLeft | Qt::AlignTop | Qt::TextSingleLine);
            y += 11.5;
        }
        lowest = std::max(lowest, y);
    }
    return lowest - top;
}

void paintDocket(QPainter& painter, QSizeF size, const Job& job, const Plan& plan, const std::vector<Finding>& findings,
                 const QFont& font)
{
    Page page(painter, size, font);
    const double m = Page::margin;
    const double w = size.width() - m * 2;
    double y = m;
    page.text({m, y, w * 0.7, 30}, job.title, 22, QFont::Bold, ink, Qt::AlignLeft | Qt::AlignTop | Qt::TextSingleLine);
    page.text({m + w * 0.6, y + 8, w * 0.4, 16}, kindName(job.kind), 12, QFont::DemiBold, accent, Qt::AlignRight);
    y += 29;
    page.text({m, y, w, 16}, job.customer, 12, QFont::Medium, ink2);
    y += 22;
    page.line(y);
    y += 8;
    const double drawing = size.height() * 0.27;
    const DiagramStyle style = diagramStyle(font);
    FlatDiagram(QRectF(m - 20, y, w * 0.72 + 20, drawing), facesOf(plan, job.kind), job.unit).paint(painter, style);
    paintStandingPiece(painter, QRectF(m + w * 0.76, y + 16, w * 0.24, drawing - 40), job, plan, tellingOpenness(job),
                       {}, QColor(0x20, 0x26, 0x2D), PieceScale::Fill);
    y += drawing + 4;
    page.line(y);
    y += 10;
    y += paintFigures(page, y, size.height() - 250, plan) + 8;
    page.line(y);
    y += 8;
    const double half = (w - 26) / 2;
    page.text({m, y, half, 16}, QObject::tr("STEPS"), 9.5, QFont::Bold, accent);
    page.text({m + half + 26, y, half, 16}, QObject::tr("TO SETTLE"), 9.5, QFont::Bold, accent);
    y += 16;
    double left = y;
    int number = 1;
    for (const QString& step : makingSteps(job, plan)) {
        page.text({m, left, 16, 14}, QString::number(number++), 10.5, QFont::Bold, ink2);
        left += page.wrapped(m + 18, left, half - 18, step, 10.5, QFont::Medium, ink) + 2;
    }
    double right = y;
    if (findings.empty())
        page.text({m + half + 26, right, half, 14}, QObject::tr("Nothing: every check passed."), 10.5, QFont::Medium,
                  ink);
    for (const Finding& f : findings) {
        if (right > size.height() - m - 30)
            break;
        const QString sort = f.severity == Severity::Stop ? QObject::tr("stop: ") : QObject::tr("look: ");
        right += page.wrapped(m + half + 26, right, half, sort + f.message, 10.5,
                              f.severity == Severity::Stop ? QFont::Bold : QFont::Medium, ink) +
                 2;
    }
    page.text({m, size.height() - m + 4, w, 14}, QObject::tr("Upper Hinge %1").arg(QLatin1String(programVersion)), 8.5,
              QFont::Medium, ink2, Qt::AlignRight);
}

QString escaped(const QString& s) { return s.toHtmlEscaped(); }

QByteArray drawingSvg(const Job& job, const Plan& plan, const QFont& font)
{
    QBuffer buffer;
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer);
    const QSize size(720, 300);
    svg.setSize(size);
    svg.setViewBox(QRect(QPoint(0, 0), size));
    QPainter p(&svg);
    FlatDiagram(QRectF(0, 0, 520, size.height()), facesOf(plan, job.kind), job.unit).paint(p, diagramStyle(font));
    paintStandingPiece(p, QRectF(530, 20, 180, 250), job, plan, tellingOpenness(job), {}, QColor(0x20, 0x26, 0x2D),
                       PieceScale::Fill);
    p.end();
    QByteArray out = buffer.data();
    return out.mid(out.indexOf("<svg")); // without the XML head, which HTML does not take
}

} // namespace

Result<void> writeDocketPdf(const Job& job, const Plan& plan, const std::vector<Finding>& findings, const QFont& font,
                            const QString& path)
{
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter pdf(&buffer);
        pdf.setTitle(job.title);
        pdf.setCreator(QStringLiteral("Upper Hinge"));
        pdf.setPageSize(QPageSize(job.unit == Unit::Inch ? QPageSize::Letter : QPageSize::A4));
        pdf.setPageMargins({});
        pdf.setResolution(300);
        QPainter p(&pdf);
        const double scale = pdf.resolution() / pixelsPerInch;
        p.scale(scale, scale);
        paintDocket(p, QSizeF(pdf.width() / scale, pdf.height() / scale), job, plan, findings, font);
    }
    return saveWhole(path, buffer.data());
}

Result<void> writeDocketHtml(const Job& job, const Plan& plan, const std::vector<Finding>& findings, const QFont& font,
                             const QString& path)
{
    QString html =
        QStringLiteral("<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"><title>%1</title>\n<style>\n"
                       "body{font:15px/1.5 system-ui,sans-serif;color:#20262d;max-width:760px;margin:32px "
                       "auto;padding:0 20px;background:#fffefa}\n"
                       "h1{font-size:26px;margin:0}h2{font-size:13px;letter-spacing:.06em;text-transform:uppercase;"
                       "color:#1d6a66;margin:26px 0 6px}\n"
                       "table{border-collapse:collapse;width:100%}td{padding:3px 12px 3px "
                       "0;vertical-align:top;border-bottom:1px solid #e6e2d6;font-variant-numeric:tabular-nums}\n"
                       "td.v{font-weight:600;white-space:nowrap}td.w,p.c{color:#59626c;font-size:13px}svg{width:100%;"
                       "height:auto}\n</style></head><body>\n")
            .arg(escaped(job.title));
    html += QStringLiteral("<h1>%1</h1>\n<p class=\"c\">%2%3</p>\n")
                .arg(escaped(job.title), escaped(kindName(job.kind)),
                     job.customer.isEmpty() ? QString() : QStringLiteral(" · ") + escaped(job.customer));
    html += QString::fromUtf8(drawingSvg(job, plan, font));
    QString group;
    for (const Figure& f : plan.figures) {
        if (f.group != group) {
            if (!group.isEmpty())
                html += QStringLiteral("</table>\n");
            group = f.group;
            html += QStringLiteral("<h2>%1</h2>\n<table>\n").arg(escaped(group));
        }
        html +=
            QStringLiteral("<tr><td>%1</td><td class=\"v\">%2%3</td><td class=\"w\">%4%5%6</td></tr>\n")
                .arg(escaped(f.label), escaped(f.value), f.overridden ? QObject::tr(" (typed)") : QString(),
                     escaped(f.working), f.working.isEmpty() || f.source.isEmpty() ? QString() : QStringLiteral("; "),
                     escaped(f.source));
    }
    html += QStringLiteral("</table>\n<h2>%1</h2>\n<ol>\n").arg(QObject::tr("Steps"));
    for (const QString& step : makingSteps(job, plan))
        html += QStringLiteral("<li>%1</li>\n").arg(escaped(step));
    html += QStringLiteral("</ol>\n<h2>%1</h2>\n<ul>\n").arg(QObject::tr("To settle"));
    if (findings.empty())
        html += QStringLiteral("<li>%1</li>\n").arg(QObject::tr("Nothing: every check passed."));
    for (const Finding& f : findings)
        html += QStringLiteral("<li>%1%2. <span class=\"w\">%3</span></li>\n")
                    .arg(f.severity == Severity::Stop ? QObject::tr("<b>stop:</b> ") : QString(), escaped(f.message),
                         escaped(f.reason));
    html +=
        QStringLiteral("</ul>\n<p class=\"c\">Upper Hinge %1</p>\n</body></html>\n").arg(QLatin1String(programVersion));
    return saveWhole(path, html.toUtf8());
}

} // namespace hinge
