// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/page_resources.h"

#include "core/file/read_limits.h"

#include <qpdf/QPDFPageObjectHelper.hh>

namespace hinge
{
namespace
{

/// A font's own descriptor, or that of what it is made of; null for one that needs no file.
QPDFObjectHandle descriptorOf(QPDFObjectHandle font)
{
    QPDFObjectHandle descendants = font.getKey("/DescendantFonts");
    if (descendants.isArray() && descendants.getArrayNItems() > 0 && descendants.getArrayItem(0).isDictionary())
        return descendants.getArrayItem(0).getKey("/FontDescriptor");
    return font.getKey("/FontDescriptor");
}

bool isType3(QPDFObjectHandle font)
{
    return font.getKey("/Subtype").isName() && font.getKey("/Subtype").getName() == "/Type3";
}

/// The name of a font that is not in the file; empty when it is. A subset's tag is left out.
QString missingName(QPDFObjectHandle font)
{
    if (isType3(font))
        return {};
    QPDFObjectHandle descriptor = descriptorOf(font);
    if (descriptor.isDictionary())
        for (const char* key : {"/FontFile", "/FontFile2", "/FontFile3"})
            if (descriptor.getKey(key).isStream())
                return {};
    QPDFObjectHandle name = font.getKey("/BaseFont");
    const QString plain =
        name.isName() ? QString::fromStdString(name.getName()).mid(1) : QStringLiteral("without a name");
    return plain.size() > 7 && plain[6] == u'+' ? plain.mid(7) : plain;
}

bool isTransparentState(QPDFObjectHandle state)
{
    for (const char* key : {"/CA", "/ca"})
        if (QPDFObjectHandle v = state.getKey(key); v.isNumber() && v.getNumericValue() < 1)
            return true;
    if (QPDFObjectHandle mode = state.getKey("/BM");
        mode.isArray() || (mode.isName() && mode.getName() != "/Normal" && mode.getName() != "/Compatible"))
        return true;
    return state.getKey("/SMask").isDictionary();
}

} // namespace

Result<void> ResourceVisitor::visit(QPDFObjectHandle dictionary) { return visit(dictionary, 0); }

Result<void> ResourceVisitor::visitStream(QPDFObjectHandle stream, int depth)
{
    if (!stream.isStream() || (stream.isIndirect() && !seen_.insert(stream.getObjGen()).second))
        return {};
    if (depth > limits::deepestForms)
        return problem({},
                       QStringLiteral("Its drawings lie in each other more than %1 deep.").arg(limits::deepestForms));
    QPDFObjectHandle d = stream.getDict();
    if (d.hasKey("/ColorSpace"))
        space(d, "/ColorSpace");
    if (QPDFObjectHandle group = d.getKey("/Group"); group.isDictionary() && group.hasKey("/CS"))
        space(group, "/CS");
    object(stream);
    if (auto done = visitStream(d.getKey("/SMask"), depth + 1); !done)
        return done;
    return d.getKey("/Resources").isDictionary() ? visit(d.getKey("/Resources"), depth + 1) : Result<void>{};
}

Result<void> ResourceVisitor::visit(QPDFObjectHandle dictionary, int depth)
{
    if (!dictionary.isDictionary() || (dictionary.isIndirect() && !seen_.insert(dictionary.getObjGen()).second))
        return {};
    resources(dictionary);
    const auto entries = [&](const char* key) {
        QPDFObjectHandle part = dictionary.getKey(key);
        return part.isDictionary() ? part.getDictAsMap() : std::map<std::string, QPDFObjectHandle>{};
    };
    for (const auto& [name, value] : entries("/ColorSpace"))
        space(dictionary.getKey("/ColorSpace"), name);
    for (auto& [name, entry] : entries("/ExtGState")) {
        if (!entry.isDictionary())
            continue;
        state(entry);
        if (QPDFObjectHandle mask = entry.getKey("/SMask"); mask.isDictionary())
            if (auto done = visitStream(mask.getKey("/G"), depth + 1); !done)
                return done;
    }
    for (auto& [name, entry] : entries("/Font")) {
        if (!entry.isDictionary())
            continue;
        font(entry);
        if (!isType3(entry))
            continue;
        if (auto done = visit(entry.getKey("/Resources"), depth + 1); !done)
            return done;
    }
    for (auto& [name, entry] : entries("/Shading")) {
        QPDFObjectHandle d = entry.isStream() ? entry.getDict() : entry;
        if (d.isDictionary() && d.hasKey("/ColorSpace"))
            space(d, "/ColorSpace");
    }
    for (auto& [name, entry] : entries("/Pattern")) {
        if (entry.isStream()) {
            if (auto done = visitStream(entry, depth + 1); !done)
                return done;
        } else if (entry.isDictionary()) {
            QPDFObjectHandle shading = entry.getKey("/Shading");
            QPDFObjectHandle d = shading.isStream() ? shading.getDict() : shading;
            if (d.isDictionary() && d.hasKey("/ColorSpace"))
                space(d, "/ColorSpace");
            if (entry.getKey("/ExtGState").isDictionary())
                state(entry.getKey("/ExtGState"));
        }
    }
    for (auto& [name, entry] : entries("/XObject"))
        if (auto done = visitStream(entry, depth + 1); !done)
            return done;
    return {};
}

QStringList FontSearch::missingIn(QPDFObjectHandle page)
{
    class Search : public ResourceVisitor
    {
    public:
        explicit Search(std::map<QPDFObjGen, QString>& known) : known_(known) {}
        QStringList missing;
        void font(QPDFObjectHandle font) override
        {
            const QPDFObjGen id = font.getObjGen();
            const auto it = font.isIndirect() ? known_.find(id) : known_.end();
            const QString name = it != known_.end() ? it->second : missingName(font);
            if (font.isIndirect())
                known_.emplace(id, name);
            if (!name.isEmpty() && !missing.contains(name))
                missing << name;
        }

    private:
        std::map<QPDFObjGen, QString>& known_;
    };
    Search search(known_);
    (void)search.visit(
        QPDFPageObjectHelper(page).getAttribute("/Resources", false)); // one too deep is refused when it is placed
    return search.missing;
}

void TraitSearch::font(QPDFObjectHandle font)
{
    if (const QString name = missingName(font); !name.isEmpty())
        add(QStringLiteral("lacks the font %1").arg(name));
}

void TraitSearch::state(QPDFObjectHandle state)
{
    transparent = transparent || isTransparentState(state);
    if (state.hasKey("/TR") ||
        (state.hasKey("/TR2") && !(state.getKey("/TR2").isName() && state.getKey("/TR2").getName() == "/Default")))
        add(QStringLiteral("bends its tones with a transfer curve"));
    if (state.hasKey("/HTP"))
        add(QStringLiteral("sets the origin of the screen"));
}

void TraitSearch::object(QPDFObjectHandle stream)
{
    QPDFObjectHandle d = stream.getDict();
    transparent = transparent || d.getKey("/SMask").isStream() || d.getKey("/Group").isDictionary() ||
                  (d.getKey("/SMaskInData").isInteger() && d.getKey("/SMaskInData").getIntValue() > 0);
    if (d.getKey("/Subtype").isName() && d.getKey("/Subtype").getName() == "/PS")
        add(QStringLiteral("draws with PostScript"));
    if (d.hasKey("/Alternates"))
        add(QStringLiteral("has pictures with stand-ins of their own"));
}

void TraitSearch::add(const QString& obstacle)
{
    if (!obstacles.contains(obstacle))
        obstacles << obstacle;
}

} // namespace hinge
