// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/svg_page.h"

#include "core/file/read_limits.h"

#include <QBuffer>
#include <QFile>
#include <QPageSize>
#include <QPainter>
#include <QPdfWriter>
#include <QRegularExpression>
#include <QSvgRenderer>
#include <QXmlStreamReader>
#include <optional>
#include <qpdf/Buffer.hh>
#include <qpdf/Pl_Buffer.hh>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageObjectHelper.hh>
#include <qpdf/QPDFWriter.hh>
#include <vector>

namespace hinge
{
namespace
{

/// A side of a page may have so many points (ISO 32000-1, Annex C).
constexpr double longestSvgSide = 14400;

/// Qt writes all colours as three numbers. Equal ones are said as one, so that black and grey stay on the black plate.
class GreyFilter : public QPDFObjectHandle::TokenFilter
{
public:
    void handleToken(QPDFTokenizer::Token const& token) override
    {
        const auto type = token.getType();
        if (type == QPDFTokenizer::tt_space || type == QPDFTokenizer::tt_comment)
            return; // one space stands between any two
        if (type != QPDFTokenizer::tt_word) {
            held_.push_back(token);
            return;
        }
        const std::string word = token.getValue();
        const bool stroke = word == "SCN";
        if ((stroke || word == "scn") && held_.size() == 3 && numbers()) {
            if (held_[0].getValue() == held_[1].getValue() && held_[0].getValue() == held_[2].getValue())
                write(held_[0].getValue() + (stroke ? " G\n" : " g\n"));
            else
                write((stroke ? "/CSp CS " : "/CSp cs ") + held_[0].getValue() + ' ' + held_[1].getValue() + ' ' +
                      held_[2].getValue() + ' ' + word + '\n');
            held_.clear();
            return;
        }
        flush();
        write(word + '\n');
    }
    void handleEOF() override { flush(); }

private:
    [[nodiscard]] bool numbers() const
    {
        for (const auto& t : held_)
            if (t.getType() != QPDFTokenizer::tt_integer && t.getType() != QPDFTokenizer::tt_real)
                return false;
        return true;
    }
    void flush()
    {
        for (const auto& t : held_)
            write(t.getRawValue() + ' ');
        held_.clear();
    }
    std::vector<QPDFTokenizer::Token> held_;
};

/// The page with greys on one plate, and of the exact size: Qt rounds it to whole points.
QByteArray corrected(const QByteArray& made, QSizeF points)
{
    QPDF pdf;
    pdf.processMemoryFile("drawing", made.constData(), std::size_t(made.size()));
    QPDFPageObjectHelper page(pdf.getAllPages().front());
    GreyFilter filter;
    Pl_Buffer contents("contents");
    page.filterContents(&filter, &contents);
    const std::shared_ptr<Buffer> filtered = contents.getBufferSharedPointer();
    QPDFObjectHandle object = page.getObjectHandle();
    object.replaceKey("/Contents", pdf.newStream(std::string(reinterpret_cast<const char*>(filtered->getBuffer()),
                                                             filtered->getSize())));
    const QPDFObjectHandle::Rectangle whole = object.getKey("/MediaBox").getArrayAsRectangle();
    object.replaceKey("/MediaBox", QPDFObjectHandle::newArray(QPDFObjectHandle::Rectangle(
                                       0, whole.ury - points.height(), points.width(), whole.ury)));
    QPDFWriter writer(pdf);
    writer.setOutputMemory();
    writer.setStaticID(true); // the same drawing gives the same page
    writer.write();
    const std::shared_ptr<Buffer> buffer = writer.getBufferSharedPointer();
    return QByteArray(reinterpret_cast<const char*>(buffer->getBuffer()), qsizetype(buffer->getSize()));
}

/// A length of the drawing in points; nothing for a share, and where none is said. A number alone is in pixels, 96 to
/// the inch (CSS Values and Units 3, 5.2).
std::optional<double> pointsOf(const QString& length)
{
    static const QRegularExpression shape(
        QStringLiteral("^\\s*([0-9.]+(?:[eE][-+]?[0-9]+)?)\\s*(mm|cm|in|pt|pc|px)?\\s*$"));
    const auto match = shape.match(length);
    bool ok = false;
    const double value = match.captured(1).toDouble(&ok);
    if (!ok || value <= 0)
        return std::nullopt;
    static const QHash<QString, double> units{{QStringLiteral("mm"), 72 / 25.4},
                                              {QStringLiteral("cm"), 72 / 2.54},
                                              {QStringLiteral("in"), 72},
                                              {QStringLiteral("pt"), 1},
                                              {QStringLiteral("pc"), 12},
                                              {QStringLiteral("px"), 0.75},
                                              {QString(), 0.75}};
    return value * units.value(match.captured(2));
}

/// The size a drawing says it has. The renderer takes real units for 90 to the inch, and rounds to whole ones.
QSizeF sizeOf(const QByteArray& svg, const QSvgRenderer& renderer)
{
    const QSizeF rendered = renderer.defaultSize() * 72.0 / 96;
    QXmlStreamReader reader(svg);
    if (!reader.readNextStartElement())
        return rendered;
    const auto width = pointsOf(reader.attributes().value(QStringLiteral("width")).toString());
    const auto height = pointsOf(reader.attributes().value(QStringLiteral("height")).toString());
    return width && height ? QSizeF(*width, *height) : rendered;
}

} // namespace

bool looksLikeSvg(const QByteArray& head)
{
    const QByteArray start = head.trimmed();
    return start.startsWith("<svg") ||
           ((start.startsWith("<?xml") || start.startsWith("<!--") || start.startsWith("<!DOCTYPE svg")) &&
            start.contains("<svg"));
}

Result<QByteArray> pageFromSvg(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return problem(path, QStringLiteral("The SVG cannot be opened: %1.").arg(file.errorString()));
    const QByteArray svg = file.read(limits::largestSvg + 1);
    if (auto sound = checkSvg(svg, path); !sound)
        return tl::unexpected(sound.error());
    QSvgRenderer renderer(svg);
    const QSizeF points = sizeOf(svg, renderer);
    if (!renderer.isValid() || points.isEmpty())
        return problem(
            path,
            QStringLiteral("The SVG is damaged, or has no size. Open it in a drawing program and save it again."));
    if (std::max(points.width(), points.height()) > longestSvgSide)
        return problem(path, QStringLiteral("The SVG says it is %1 m long. Give it the size it is printed at.")
                                 .arg(std::max(points.width(), points.height()) * 0.0254 / 72, 0, 'f', 1));
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setPageSize(QPageSize(points, QPageSize::Point, {}, QPageSize::ExactMatch));
        writer.setPageMargins(QMarginsF());
        writer.setResolution(1200);
        QPainter painter(&writer);
        renderer.render(&painter, QRectF(0, 0, points.width() / 72 * 1200, points.height() / 72 * 1200));
    }
    try {
        return corrected(buffer.data(), points);
    } catch (const std::exception& e) {
        return problem(
            path, QStringLiteral("The SVG could not be made a page (%1).").arg(QString::fromUtf8(e.what()).left(120)));
    }
}

} // namespace hinge
