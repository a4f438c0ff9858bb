// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/embedded_fonts.h"

#include "core/units/owned.h"
#include "pdf/cff_charset.h"
#include "pdf/pdf_number.h"

#include <QCryptographicHash>
#include <cmath>
#include <hb-ot.h>
#include <hb-subset.h>
#include <memory>

namespace hinge
{
namespace
{

using SubsetInput = Owned<hb_subset_input_t, hb_subset_input_destroy>;
using SubsetPlan = Owned<hb_subset_plan_t, hb_subset_plan_destroy>;
using OwnedFace = Owned<hb_face_t, hb_face_destroy>;
using Blob = Owned<hb_blob_t, hb_blob_destroy>;

std::string bytesOf(hb_blob_t* blob)
{
    unsigned length = 0;
    const char* data = hb_blob_get_data(blob, &length);
    return std::string(data, length);
}

QByteArray postScriptName(const FontFace& face)
{
    char name[128];
    unsigned size = sizeof name;
    hb_ot_name_get_utf8(face.hbFace(), HB_OT_NAME_ID_POSTSCRIPT_NAME, HB_LANGUAGE_INVALID, &size, name);
    const QByteArray found(name, int(size));
    return found.isEmpty() ? face.name().toLatin1().replace(' ', '-') : found;
}

/// Six capital letters that differ when the glyphs differ (ISO 32000-1, 9.6.4).
QByteArray subsetTag(const std::set<quint32>& glyphs, const QByteArray& name)
{
    QByteArray key = name;
    for (const quint32 g : glyphs)
        key += ' ' + QByteArray::number(g);
    const QByteArray hash = QCryptographicHash::hash(key, QCryptographicHash::Sha256);
    QByteArray tag;
    for (int i = 0; i < 6; ++i)
        tag += char('A' + quint8(hash[i]) % 26);
    return tag;
}

QByteArray utf16Hex(const QString& text)
{
    QByteArray hex;
    for (const QChar c : text)
        hex += QByteArray::number(c.unicode(), 16).rightJustified(4, '0').toUpper();
    return hex;
}

QByteArray code(quint32 glyph) { return QByteArray::number(glyph, 16).rightJustified(4, '0').toUpper(); }

/// ISO 32000-1, 9.10.3. Blocks hold at most 100 entries.
std::string toUnicodeMap(const std::map<quint32, QString>& byNewGlyph)
{
    QByteArray s = "/CIDInit /ProcSet findresource begin\n12 dict begin\nbegincmap\n"
                   "/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def\n"
                   "/CMapName /Adobe-Identity-UCS def\n/CMapType 2 def\n"
                   "1 begincodespacerange\n<0000> <FFFF>\nendcodespacerange\n";
    auto it = byNewGlyph.begin();
    auto left = byNewGlyph.size();
    while (left > 0) {
        const std::size_t block = std::min<std::size_t>(left, 100);
        s += QByteArray::number(qulonglong(block)) + " beginbfchar\n";
        for (std::size_t i = 0; i < block; ++i, ++it)
            s += '<' + code(it->first) + "> <" + utf16Hex(it->second) + ">\n";
        s += "endbfchar\n";
        left -= block;
    }
    s += "endcmap\nCMapName currentdict /CMap defineresource pop\nend\nend\n";
    return s.toStdString();
}

/// xMin, yMin, xMax, yMax in thousandths of the em (OpenType, head table).
std::array<int, 4> boundingBox(const FontFace& face)
{
    const Blob blob(hb_face_reference_table(face.hbFace(), HB_TAG('h', 'e', 'a', 'd')));
    const std::string head = bytesOf(blob.get());
    std::array<int, 4> box{0, -250, 1000, 1000};
    if (head.size() < 44)
        return box;
    for (std::size_t i = 0; i < 4; ++i) {
        const auto at = 36 + i * 2;
        const auto value = qint16((quint8(head[at]) << 8) | quint8(head[at + 1]));
        box[i] = int(std::lround(double(value) * 1000 / face.unitsPerEm()));
    }
    return box;
}

int thousandths(double units, const FontFace& face) { return int(std::lround(units * 1000 / face.unitsPerEm())); }

QString clusterText(const GlyphRun& run, const Glyph& glyph) { return run.text.mid(glyph.textStart, glyph.textLength); }

std::size_t endOfCluster(const GlyphRun& run, std::size_t first)
{
    std::size_t end = first + 1;
    while (end < run.glyphs.size() && run.glyphs[end].textStart == run.glyphs[first].textStart)
        ++end;
    return end;
}

/// What each glyph of a cluster stands for by itself, when that can be told: a mark for the mark of the text that the
/// font draws so, and the letter for the rest, with the marks that are drawn into it. Empty texts where it cannot.
std::vector<QString> textsInCluster(const GlyphRun& run, std::size_t first, std::size_t end)
{
    std::vector<QString> out(end - first);
    std::vector<std::size_t> marks;
    std::vector<std::size_t> letters;
    for (std::size_t i = first; i < end; ++i)
        (run.glyphs[i].advance == 0 ? marks : letters).push_back(i - first);
    // From right to left the glyphs of a cluster stand the other way round.
    if (run.rightToLeft)
        std::ranges::reverse(marks);
    QString rest;
    QString unmatched;
    for (const QChar c : clusterText(run, run.glyphs[first])) {
        hb_codepoint_t glyph = 0;
        const auto drawn = !c.isMark() || !hb_font_get_nominal_glyph(run.font->hbFont(), c.unicode(), &glyph)
                               ? marks.end()
                               : std::ranges::find_if(marks, [&](std::size_t m) {
                                     return out[m].isEmpty() && run.glyphs[first + m].id == glyph;
                                 });
        if (drawn != marks.end())
            out[*drawn] = c;
        else
            (c.isMark() ? unmatched : rest) += c;
    }
    // Forms of marks that the font chose by itself are taken in order.
    std::erase_if(marks, [&](std::size_t m) { return !out[m].isEmpty(); });
    if (letters.size() != 1 || rest.isEmpty() || (!marks.empty() && qsizetype(marks.size()) != unmatched.size()))
        return std::vector<QString>(end - first);
    if (marks.empty())
        rest += unmatched;
    for (std::size_t i = 0; i < marks.size(); ++i)
        out[marks[i]] = unmatched.mid(qsizetype(i), 1);
    out[letters.front()] = rest;
    return out;
}

/// The order in which glyphs are drawn: within a cluster marks come before the letter they sit on, so
/// that readers measure the cluster by its letter and find the space behind it.
std::vector<std::size_t> drawingOrder(const GlyphRun& run)
{
    std::vector<std::size_t> order;
    for (std::size_t first = 0; first < run.glyphs.size();) {
        const std::size_t end = endOfCluster(run, first);
        for (const bool marks : {true, false})
            for (std::size_t i = first; i < end; ++i)
                if ((run.glyphs[i].advance == 0) == marks)
                    order.push_back(i);
        first = end;
    }
    return order;
}

bool sharesCluster(const GlyphRun& run, std::size_t i)
{
    const auto same = [&](std::size_t j) { return run.glyphs[j].textStart == run.glyphs[i].textStart; };
    return (i > 0 && same(i - 1)) || (i + 1 < run.glyphs.size() && same(i + 1));
}

} // namespace

void EmbeddedFonts::collect(const TextLayout& layout)
{
    for (const GlyphRun& run : layout.runs) {
        if (!subsets_.contains(run.font))
            order_.push_back(run.font);
        Subset& subset = subsets_[run.font];
        for (std::size_t first = 0; first < run.glyphs.size();) {
            const std::size_t end = endOfCluster(run, first);
            const std::vector<QString> texts = textsInCluster(run, first, end);
            for (std::size_t i = first; i < end; ++i) {
                subset.glyphs.insert(run.glyphs[i].id);
                if (const QString text = end == first + 1 ? clusterText(run, run.glyphs[i]) : texts[i - first];
                    !text.isEmpty())
                    subset.unicode.try_emplace(run.glyphs[i].id, text);
            }
            first = end;
        }
    }
}

Result<void> EmbeddedFonts::embed(QPDF& pdf)
{
    int number = 1;
    for (const FontFace* face : order_) {
        Subset& subset = subsets_[face];
        subset.resourceName = "/F" + QByteArray::number(number++);
        if (!face->mayEmbed())
            return problem(face->name(), QStringLiteral("This font forbids embedding. Choose another one for print."));
        if (auto done = embedOne(pdf, *face, subset); !done)
            return done;
    }
    return {};
}

namespace
{

/// A font cut down to some of its glyphs, and where these went.
struct CutFont {
    SubsetPlan plan;
    OwnedFace face;
    std::string cff; ///< its outlines, when they are of the kind CFF
    /// The number each glyph is asked for by in the file: of a CID-keyed font the identifier it keeps, of any other
    /// its new number.
    [[nodiscard]] quint32 codeOf(quint32 glyph) const
    {
        const quint32 number = hb_map_get(hb_subset_plan_old_to_new_glyph_mapping(plan.get()), glyph);
        return cids && number < cids->size() ? quint32((*cids)[number]) : number;
    }
    std::optional<std::vector<int>> cids;
};

Result<CutFont> cutFont(const FontFace& face, const std::set<quint32>& wanted)
{
    const SubsetInput input(hb_subset_input_create_or_fail());
    if (!input)
        return problem(face.name(), QStringLiteral("There is not enough memory to embed this font."));
    hb_set_t* glyphs = hb_subset_input_glyph_set(input.get());
    hb_set_add(glyphs, 0); // .notdef must stay
    for (const quint32 g : wanted)
        hb_set_add(glyphs, g);
    hb_set_t* drop = hb_subset_input_set(input.get(), HB_SUBSET_SETS_DROP_TABLE_TAG);
    for (const char* tag : {"GSUB", "GPOS", "GDEF", "kern"})
        hb_set_add(drop, HB_TAG(tag[0], tag[1], tag[2], tag[3]));
    CutFont cut{SubsetPlan(hb_subset_plan_create_or_fail(face.hbFace(), input.get())), {}, {}, {}};
    cut.face.reset(cut.plan ? hb_subset_plan_execute_or_fail(cut.plan.get()) : nullptr);
    if (!cut.face)
        return problem(face.name(), QStringLiteral("This font cannot be embedded: its file is damaged."));
    if (face.isCff()) {
        const Blob outlines(hb_face_reference_table(cut.face.get(), HB_TAG('C', 'F', 'F', ' ')));
        cut.cff = bytesOf(outlines.get());
        cut.cids = cidsOfCff(cut.cff, int(hb_face_get_glyph_count(cut.face.get())));
    }
    return cut;
}

/// The font program (ISO 32000-1, 9.9).
QPDFObjectHandle fontFile(QPDF& pdf, const FontFace& face, const CutFont& cut)
{
    if (face.isCff()) {
        QPDFObjectHandle file = pdf.newStream(cut.cff);
        file.getDict().replaceKey("/Subtype", QPDFObjectHandle::newName("/CIDFontType0C"));
        return file;
    }
    const Blob whole(hb_face_reference_blob(cut.face.get()));
    const std::string bytes = bytesOf(whole.get());
    QPDFObjectHandle file = pdf.newStream(bytes);
    file.getDict().replaceKey("/Length1", QPDFObjectHandle::newInteger(qint64(bytes.size())));
    return file;
}

/// ISO 32000-1, 9.8: what a reader would need to set something like it.
QPDFObjectHandle descriptorOf(QPDF& pdf, const FontFace& face, const std::string& baseFont,
                              const QPDFObjectHandle& file)
{
    QPDFObjectHandle descriptor = QPDFObjectHandle::newDictionary();
    descriptor.replaceKey("/Type", QPDFObjectHandle::newName("/FontDescriptor"));
    descriptor.replaceKey("/FontName", QPDFObjectHandle::newName(baseFont));
    descriptor.replaceKey("/Flags", QPDFObjectHandle::newInteger(4)); // symbolic: codes are glyph numbers
    QPDFObjectHandle box = QPDFObjectHandle::newArray();
    for (const int v : boundingBox(face))
        box.appendItem(QPDFObjectHandle::newInteger(v));
    descriptor.replaceKey("/FontBBox", box);
    const double slant = double(hb_style_get_value(face.hbFont(), HB_STYLE_TAG_SLANT_ANGLE));
    descriptor.replaceKey("/ItalicAngle", QPDFObjectHandle::newInteger(std::lround(slant)));
    descriptor.replaceKey("/Ascent", QPDFObjectHandle::newInteger(thousandths(face.ascender(), face)));
    descriptor.replaceKey("/Descent", QPDFObjectHandle::newInteger(thousandths(face.descender(), face)));
    hb_position_t capitals = 0;
    hb_ot_metrics_get_position_with_fallback(face.hbFont(), HB_OT_METRICS_TAG_CAP_HEIGHT, &capitals);
    descriptor.replaceKey("/CapHeight", QPDFObjectHandle::newInteger(thousandths(capitals, face)));
    // No table of a font says it; stems grow with the weight, from about 50 for a light to 180 for a black one.
    const double weight = double(hb_style_get_value(face.hbFont(), HB_STYLE_TAG_WEIGHT));
    descriptor.replaceKey("/StemV", QPDFObjectHandle::newInteger(std::lround(weight / 5)));
    descriptor.replaceKey(face.isCff() ? "/FontFile3" : "/FontFile2", file);
    return pdf.makeIndirectObject(descriptor);
}

/// The descendant font (ISO 32000-1, 9.7.4), with the advances of its glyphs in thousandths of the size.
QPDFObjectHandle cidFont(QPDF& pdf, const FontFace& face, const std::string& baseFont,
                         const QPDFObjectHandle& descriptor, const std::map<quint32, int>& widths)
{
    QPDFObjectHandle cid = QPDFObjectHandle::newDictionary();
    cid.replaceKey("/Type", QPDFObjectHandle::newName("/Font"));
    cid.replaceKey("/Subtype", QPDFObjectHandle::newName(face.isCff() ? "/CIDFontType0" : "/CIDFontType2"));
    cid.replaceKey("/BaseFont", QPDFObjectHandle::newName(baseFont));
    cid.replaceKey("/CIDSystemInfo",
                   QPDFObjectHandle::parse("<< /Registry (Adobe) /Ordering (Identity) /Supplement 0 >>"));
    cid.replaceKey("/FontDescriptor", descriptor);
    cid.replaceKey("/DW", QPDFObjectHandle::newInteger(0));
    QPDFObjectHandle list = QPDFObjectHandle::newArray();
    for (const auto& [glyph, width] : widths) {
        list.appendItem(QPDFObjectHandle::newInteger(glyph));
        list.appendItem(QPDFObjectHandle::newArray({QPDFObjectHandle::newInteger(width)}));
    }
    cid.replaceKey("/W", list);
    if (!face.isCff())
        cid.replaceKey("/CIDToGIDMap", QPDFObjectHandle::newName("/Identity"));
    return pdf.makeIndirectObject(cid);
}

} // namespace

Result<void> EmbeddedFonts::embedOne(QPDF& pdf, const FontFace& face, Subset& subset)
{
    const auto cut = cutFont(face, subset.glyphs);
    if (!cut)
        return tl::unexpected(cut.error());
    std::map<quint32, int> widths;
    std::map<quint32, QString> texts;
    for (const quint32 glyph : subset.glyphs) {
        const quint32 code = cut->codeOf(glyph);
        subset.newGlyph[glyph] = code;
        subset.width[glyph] = thousandths(hb_font_get_glyph_h_advance(face.hbFont(), glyph), face);
        widths[code] = subset.width[glyph];
        if (const auto it = subset.unicode.find(glyph); it != subset.unicode.end())
            texts[code] = it->second;
    }
    const QByteArray psName = postScriptName(face);
    const std::string baseFont = '/' + (subsetTag(subset.glyphs, psName) + '+' + psName).toStdString();
    const QPDFObjectHandle descriptor = descriptorOf(pdf, face, baseFont, fontFile(pdf, face, *cut));

    QPDFObjectHandle font = QPDFObjectHandle::newDictionary();
    font.replaceKey("/Type", QPDFObjectHandle::newName("/Font"));
    font.replaceKey("/Subtype", QPDFObjectHandle::newName("/Type0"));
    font.replaceKey("/BaseFont", QPDFObjectHandle::newName(baseFont));
    font.replaceKey("/Encoding", QPDFObjectHandle::newName("/Identity-H"));
    font.replaceKey("/DescendantFonts", QPDFObjectHandle::newArray({cidFont(pdf, face, baseFont, descriptor, widths)}));
    font.replaceKey("/ToUnicode", pdf.newStream(toUnicodeMap(texts)));
    subset.font = pdf.makeIndirectObject(font);
    return {};
}

QPDFObjectHandle EmbeddedFonts::resources() const
{
    QPDFObjectHandle fonts = QPDFObjectHandle::newDictionary();
    for (const auto& [face, subset] : subsets_)
        if (subset.font.isInitialized())
            fonts.replaceKey(subset.resourceName.toStdString(), subset.font);
    return fonts;
}

QByteArray EmbeddedFonts::drawRun(const GlyphRun& run, double x0, double y0) const
{
    if (run.glyphs.empty())
        return {};
    const Subset& subset = subsets_.at(run.font);
    QByteArray out = "BT\n" + subset.resourceName + ' ' + pdfNumber(run.size) + " Tf\n";
    // The pen is tracked as a reader computes it, from the rounded widths; TJ takes up the difference.
    double pen = 0;
    double lineY = 0;
    bool open = false;
    const auto close = [&] {
        if (open)
            out += "] TJ\n";
        open = false;
    };
    const auto moveTo = [&](double x, double y) {
        close();
        out += "1 0 0 1 " + pdfNumbers(x, y) + "Tm\n";
        pen = x;
        lineY = y;
    };
    const std::vector<std::size_t> order = drawingOrder(run);
    for (std::size_t n = 0; n < order.size(); ++n) {
        const std::size_t i = order[n];
        const Glyph& g = run.glyphs[i];
        const double x = x0 + g.x;
        const double y = y0 - g.y;
        const auto known = subset.unicode.find(g.id);
        const bool shared = sharesCluster(run, i);
        const bool firstOfCluster = n == 0 || run.glyphs[order[n - 1]].textStart != g.textStart;
        const bool lastOfCluster = n + 1 == order.size() || run.glyphs[order[n + 1]].textStart != g.textStart;
        // Where the glyph alone does not tell its text, the text is said outright (ISO 32000-1, 14.9.4).
        const bool spell = shared || known == subset.unicode.end() || known->second != clusterText(run, g);
        if (spell && firstOfCluster) {
            close();
            out += "/Span << /ActualText <FEFF" + utf16Hex(clusterText(run, g)) + "> >> BDC\n";
        }
        if (n == 0 || std::abs(y - lineY) > 1e-6)
            moveTo(x, y);
        const double adjust = (pen - x) / run.size * 1000;
        if (!open) {
            out += '[';
            open = true;
        }
        if (std::abs(adjust) > 0.0005) {
            const QByteArray number = QByteArray::number(adjust, 'f', 3);
            out += number;
            pen -= number.toDouble() / 1000 * run.size;
        }
        out += '<' + code(subset.newGlyph.at(g.id)) + '>';
        pen += double(subset.width.at(g.id)) / 1000 * run.size;
        if (spell && lastOfCluster) {
            close();
            out += "EMC\n";
        }
    }
    close();
    return out + "ET\n";
}

} // namespace hinge
