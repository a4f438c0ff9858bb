// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/placed_page.h"

#include "pdf/open_pdf.h"
#include "pdf/picture_object.h"

#include <qpdf/QPDFAcroFormDocumentHelper.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>
#include <qpdf/QUtil.hh>

namespace hinge {
namespace {

bool isTransparentState(QPDFObjectHandle state)
{
    for (const char* key : {"/CA", "/ca"})
        if (QPDFObjectHandle v = state.getKey(key); v.isNumber() && v.getNumericValue() < 1)
            return true;
    if (QPDFObjectHandle mode = state.getKey("/BM"); mode.isArray() || (mode.isName() && mode.getName() != "/Normal" && mode.getName() != "/Compatible"))
        return true;
    return state.getKey("/SMask").isDictionary();
}

/// Looks for transparency in resources, through forms to a sensible depth.
bool hasTransparency(QPDFObjectHandle resources, int depth = 0)
{
    if (!resources.isDictionary() || depth > 8)
        return false;
    if (QPDFObjectHandle states = resources.getKey("/ExtGState"); states.isDictionary())
        for (auto& [name, state] : states.getDictAsMap())
            if (state.isDictionary() && isTransparentState(state))
                return true;
    if (QPDFObjectHandle objects = resources.getKey("/XObject"); objects.isDictionary()) {
        for (auto& [name, object] : objects.getDictAsMap()) {
            if (!object.isStream())
                continue;
            QPDFObjectHandle d = object.getDict();
            if (d.getKey("/SMask").isStream() || d.getKey("/Group").isDictionary() || hasTransparency(d.getKey("/Resources"), depth + 1))
                return true;
        }
    }
    return false;
}

/// Appends the entries of one array to another, making it when it is missing.
void appendAll(QPDFObjectHandle dictionary, const char* key, QPDFObjectHandle from)
{
    if (!from.isArray())
        return;
    if (!dictionary.getKey(key).isArray())
        dictionary.replaceKey(key, QPDFObjectHandle::newArray());
    QPDFObjectHandle to = dictionary.getKey(key);
    for (int i = 0; i < from.getArrayNItems(); ++i)
        to.appendItem(from.getArrayItem(i));
}

/// Takes the layers of a page's document over, merged with those already there (ISO 32000-1, 8.11.4).
void carryLayers(QPDF& source, QPDF& target)
{
    QPDFObjectHandle theirs = source.getRoot().getKey("/OCProperties");
    if (!theirs.isDictionary())
        return;
    QPDFObjectHandle copied = target.copyForeignObject(theirs.isIndirect() ? theirs : source.makeIndirectObject(theirs));
    QPDFObjectHandle root = target.getRoot();
    QPDFObjectHandle ours = root.getKey("/OCProperties");
    if (!ours.isDictionary()) {
        root.replaceKey("/OCProperties", copied);
        return;
    }
    appendAll(ours, "/OCGs", copied.getKey("/OCGs"));
    QPDFObjectHandle config = ours.getKey("/D");
    QPDFObjectHandle other = copied.getKey("/D");
    if (config.isDictionary() && other.isDictionary())
        for (const char* key : {"/OFF", "/ON", "/Order"})
            appendAll(config, key, other.getKey(key));
}

} // namespace

Result<PlacedPage> placePage(QPDF& target, const QString& path, int number)
{
    auto source = openPdf(path);
    if (!source)
        return tl::unexpected(source.error());
    const auto page = pageOf(**source, number, path);
    if (!page)
        return tl::unexpected(page.error());
    try {
        QPDF& pdf = **source;
        QPDFAcroFormDocumentHelper(pdf).generateAppearancesIfNeeded();
        QPDFPageDocumentHelper(pdf).flattenAnnotations(an_print, an_invisible | an_hidden);
        QPDFPageObjectHelper helper(*page);
        PlacedPage placed;
        placed.boxes = readPageBoxes(helper);
        QPDFObjectHandle form = helper.getFormXObjectForPage(false);
        const bool dropGroup = !hasTransparency(form.getDict().getKey("/Resources"));
        placed.form = target.copyForeignObject(form);
        QPDFObjectHandle d = placed.form.getDict();
        const QRectF& b = placed.boxes.bleed;
        d.replaceKey("/BBox", QPDFObjectHandle::newArray(QPDFObjectHandle::Rectangle(b.left(), b.top(), b.right(), b.bottom())));
        if (dropGroup)
            d.removeKey("/Group");
        QPDFObjectHandle resources = d.getKey("/Resources");
        if (resources.isDictionary()) {
            QPDFObjectHandle spaces = resources.getKey("/ColorSpace");
            if (!spaces.isDictionary()) {
                spaces = QPDFObjectHandle::newDictionary();
                resources.replaceKey("/ColorSpace", spaces);
            }
            if (!spaces.hasKey("/DefaultRGB"))
                spaces.replaceKey("/DefaultRGB", srgbColourSpace(target));
        }
        carryLayers(pdf, target);
        placed.source = *source;
        return placed;
    } catch (const std::exception& e) {
        return problem(path, QStringLiteral("Page %1 is damaged and cannot be placed (%2).").arg(number).arg(QString::fromUtf8(e.what())));
    }
}

} // namespace hinge
