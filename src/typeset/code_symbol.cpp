// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/code_symbol.h"

#include "core/edit/new_items.h"
#include "core/job/contact_card.h"
#include "core/units/owned.h"

#include <algorithm>
#include <memory>
#include <zint.h>

namespace hinge
{
namespace
{

using Symbol = Owned<zint_symbol, ZBarcode_Delete>;

/// The last digit of a 13-digit article number (GS1 General Specifications, 7.9): weights 1 and 3 in turn.
int checkDigit(const QString& twelve)
{
    int sum = 0;
    for (int i = 0; i < 12; ++i)
        sum += twelve[i].digitValue() * (i % 2 == 0 ? 1 : 3);
    return (10 - sum % 10) % 10;
}

Result<QString> articleNumber(const QString& typed)
{
    QString digits;
    for (const QChar c : typed) {
        if (c.isDigit())
            digits += c;
        else if (c != u'-' && c != u' ')
            return problem({}, QStringLiteral("An article number has only digits; “%1” is none.").arg(c));
    }
    if (digits.size() == 12)
        digits += QString::number(checkDigit(digits));
    if (digits.size() != 13)
        return problem(
            {}, QStringLiteral("An article number has 13 digits (or 12 without the check digit); this one has %1.")
                    .arg(digits.size()));
    if (digits.back().digitValue() != checkDigit(digits.left(12)))
        return problem(
            {},
            QStringLiteral("The check digit does not fit: it would have to be %1.").arg(checkDigit(digits.left(12))));
    return digits;
}

} // namespace

QString symbologyName(Symbology symbology)
{
    switch (symbology) {
    case Symbology::Qr: return QStringLiteral("QR code");
    case Symbology::Ean13: return QStringLiteral("EAN-13");
    case Symbology::Code128: return QStringLiteral("Code 128");
    }
    return {};
}

Length leastModule(Symbology symbology)
{
    switch (symbology) {
    case Symbology::Qr: return Length::micrometres(350); // common practice for phones held at arm's length
    case Symbology::Ean13:
        return Length::micrometres(264); // 80 % of the nominal 0.33 mm (GS1 General Specifications, 5.2)
    case Symbology::Code128: return Length::micrometres(250); // common practice
    }
    return {};
}

Result<CodeSymbol> encode(const Code& code)
{
    if (code.data.trimmed().isEmpty())
        return problem({}, QStringLiteral("The code says nothing yet: type a text, a link or a number."));
    if (const auto contact = contactFrom(code.data); contact && contact->isEmpty())
        return problem({}, QStringLiteral("The contact is empty: type at least a name."));
    const Symbol symbol(ZBarcode_Create());
    QByteArray data = code.data.toUtf8();
    CodeSymbol out;
    switch (code.symbology) {
    case Symbology::Qr:
        symbol->symbology = BARCODE_QRCODE;
        symbol->option_1 = 2; // level M: about 15 % of it may be damaged
        symbol->input_mode = UNICODE_MODE;
        out.quiet = {4, 4, 4, 4}; // ISO/IEC 18004
        break;
    case Symbology::Ean13: {
        const auto number = articleNumber(code.data);
        if (!number)
            return tl::unexpected(number.error());
        symbol->symbology = BARCODE_EANX;
        data = number->toLatin1();
        out.quiet = {11, 0, 7, 0}; // ISO/IEC 15420
        out.digits = *number;
        break;
    }
    case Symbology::Code128:
        symbol->symbology = BARCODE_CODE128;
        out.quiet = {10, 0, 10, 0}; // ISO/IEC 15417
        break;
    }
    if (ZBarcode_Encode(symbol.get(), reinterpret_cast<const unsigned char*>(data.constData()), int(data.size())) >=
        ZINT_ERROR)
        return problem({}, QStringLiteral("This cannot be written as %1: %2.")
                               .arg(symbologyName(code.symbology), QString::fromUtf8(symbol->errtxt)));
    const int columns = symbol->width;
    const bool square = code.symbology == Symbology::Qr;
    const int rows = square ? symbol->rows : 1;
    out.size = QSizeF(columns, rows);
    for (int row = 0; row < rows; ++row) {
        for (int from = 0; from < columns;) {
            const auto dark = [&](int column) { return (symbol->encoded_data[row][column >> 3] >> (column & 7)) & 1; };
            if (!dark(from)) {
                ++from;
                continue;
            }
            int to = from + 1;
            while (to < columns && dark(to))
                ++to;
            out.bars.emplace_back(from, row, to - from, 1);
            from = to;
        }
    }
    return out;
}

Size soundSize(const Code& code)
{
    const auto symbol = encode(code);
    const auto modules = [&](Length each) {
        return each * (qint64(symbol->size.width()) + symbol->quiet[0] + symbol->quiet[2]);
    };
    switch (code.symbology) {
    case Symbology::Qr: {
        const Length usual = Length::mm(25);
        const Length side = symbol ? std::max(usual, modules(leastModule(code.symbology))) : usual;
        return {side, side};
    }
    case Symbology::Ean13: return nominalArticleNumber;
    case Symbology::Code128: return {symbol ? modules(Length::micrometres(330)) : Length::mm(50), Length::mm(15)};
    }
    return {};
}

Result<CodeLayout> layOutCode(const Code& code, const QString& ink, Size frame, const FontLibrary& fonts)
{
    const auto symbol = encode(code);
    if (!symbol)
        return tl::unexpected(symbol.error());
    const double w = frame.w.toPoints();
    const double h = frame.h.toPoints();
    const auto& quiet = symbol->quiet;
    const double across = symbol->size.width() + quiet[0] + quiet[2];
    CodeLayout out;
    if (code.symbology == Symbology::Qr) {
        const double down = symbol->size.height() + quiet[1] + quiet[3];
        out.module = std::min(w / across, h / down);
        out.symbol =
            QRectF((w - across * out.module) / 2, (h - down * out.module) / 2, across * out.module, down * out.module);
        for (const QRectF& bar : symbol->bars)
            out.bars.emplace_back(out.symbol.x() + (bar.x() + quiet[0]) * out.module,
                                  out.symbol.y() + (bar.y() + quiet[1]) * out.module, bar.width() * out.module,
                                  bar.height() * out.module);
        return out;
    }
    out.module = w / across;
    out.symbol = QRectF(0, 0, w, h);
    const double digitHeight = symbol->digits.isEmpty() ? 0 : out.module * 9;
    const double barHeight = std::max(h - digitHeight, h / 4);
    const double left = quiet[0] * out.module;
    for (const QRectF& bar : symbol->bars) {
        // The guards of an article number reach down between its digits.
        const bool guard =
            !symbol->digits.isEmpty() && (bar.x() < 3 || bar.x() >= 92 || (bar.x() >= 45 && bar.x() < 50));
        out.bars.emplace_back(left + bar.x() * out.module, 0, bar.width() * out.module,
                              barHeight + (guard ? digitHeight / 2 : 0));
    }
    if (!symbol->digits.isEmpty()) {
        Paragraph one;
        one.style.size = Length::nearestMm(out.module * 10.5 * mmPerPoint);
        one.style.leading = one.style.size;
        one.style.align = Align::Centre;
        one.style.ink = ink;
        for (int i = 0; i < 13; ++i) {
            one.text = symbol->digits.mid(i, 1);
            // Each digit stands below the seven modules that say it; the first one in the quiet zone.
            const double at =
                i == 0 ? left - 9 * out.module : left + (i < 7 ? 3 + (i - 1) * 7 : 50 + (i - 7) * 7) * out.module;
            TextLayout digit =
                layOutText({one}, {Length::nearestMm(out.module * 7 * mmPerPoint), Length::mm(200)}, fonts);
            for (GlyphRun& run : digit.runs) {
                const double baseline = run.glyphs.front().y;
                for (Glyph& g : run.glyphs) {
                    g.x += at;
                    g.y += barHeight + out.module * 8.2 - baseline;
                }
                out.digits.runs.push_back(std::move(run));
            }
        }
    }
    return out;
}

} // namespace hinge
