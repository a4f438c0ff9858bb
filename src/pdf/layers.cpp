// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/layers.h"

#include <set>

namespace hinge
{
namespace
{

/// Dictionaries of an array, or none.
std::vector<QPDFObjectHandle> dictionariesIn(QPDFObjectHandle array)
{
    std::vector<QPDFObjectHandle> out;
    if (array.isArray())
        for (QPDFObjectHandle& entry : array.getArrayAsVector())
            if (entry.isDictionary())
                out.push_back(entry);
    return out;
}

bool hasName(QPDFObjectHandle array, const std::string& name)
{
    if (array.isArray())
        for (QPDFObjectHandle& entry : array.getArrayAsVector())
            if (entry.isName() && entry.getName() == name)
                return true;
    return array.isName() && array.getName() == name;
}

/// The layers that are not printed.
std::set<QPDFObjGen> hiddenLayers(QPDFObjectHandle properties)
{
    std::set<QPDFObjGen> hidden;
    QPDFObjectHandle config = properties.getKey("/D");
    if (!config.isDictionary())
        return hidden;
    const auto set = [&](const QPDFObjectHandle& layer, bool shown) {
        const QPDFObjGen id = QPDFObjectHandle(layer).getObjGen();
        if (shown)
            hidden.erase(id);
        else
            hidden.insert(id);
    };
    if (QPDFObjectHandle base = config.getKey("/BaseState"); base.isName() && base.getName() == "/OFF")
        for (const QPDFObjectHandle& layer : dictionariesIn(properties.getKey("/OCGs")))
            set(layer, false);
    for (const QPDFObjectHandle& layer : dictionariesIn(config.getKey("/ON")))
        set(layer, true);
    for (const QPDFObjectHandle& layer : dictionariesIn(config.getKey("/OFF")))
        set(layer, false);
    // When it is printed, a layer follows what it says of printing, if the file asks for that.
    for (QPDFObjectHandle& usage : dictionariesIn(config.getKey("/AS"))) {
        if (!usage.getKey("/Event").isName() || usage.getKey("/Event").getName() != "/Print" ||
            !hasName(usage.getKey("/Category"), "/Print"))
            continue;
        for (QPDFObjectHandle& layer : dictionariesIn(usage.getKey("/OCGs"))) {
            QPDFObjectHandle print = layer.getKey("/Usage").isDictionary() ? layer.getKey("/Usage").getKey("/Print")
                                                                           : QPDFObjectHandle::newNull();
            if (print.isDictionary() && print.getKey("/PrintState").isName())
                set(layer, print.getKey("/PrintState").getName() != "/OFF");
        }
    }
    return hidden;
}

std::string nameOf(QPDFObjectHandle layer)
{
    return layer.getKey("/Name").isString() ? layer.getKey("/Name").getUTF8Value() : std::string();
}

/// The layers of our own document, made on first use. The configuration has a name and no automatic states (ISO
/// 15930-7, 6.18, from memory).
QPDFObjectHandle ourProperties(QPDF& target)
{
    QPDFObjectHandle root = target.getRoot();
    if (!root.getKey("/OCProperties").isDictionary())
        root.replaceKey(
            "/OCProperties",
            QPDFObjectHandle::parse("<< /OCGs [] /D << /Name (As placed) /BaseState /ON /OFF [] /Order [] >> >>"));
    return root.getKey("/OCProperties");
}

} // namespace

void carryLayers(QPDF& source, QPDF& target, Assembly& assembly, const QString& fileName)
{
    QPDFObjectHandle theirs = source.getRoot().getKey("/OCProperties");
    if (!theirs.isDictionary())
        return;
    const std::set<QPDFObjGen> hidden = hiddenLayers(theirs);
    QPDFObjectHandle ours = ourProperties(target);
    QPDFObjectHandle groups = ours.getKey("/OCGs");
    QPDFObjectHandle config = ours.getKey("/D");
    std::set<std::string> names;
    for (const QPDFObjectHandle& layer : dictionariesIn(groups))
        names.insert(nameOf(assembly.behind(layer)));
    for (QPDFObjectHandle& layer : dictionariesIn(theirs.getKey("/OCGs"))) {
        if (!layer.isIndirect())
            continue; // nothing can refer to it
        const std::string name = nameOf(layer);
        if (names.contains(name))
            layer.replaceKey("/Name", QPDFObjectHandle::newUnicodeString(fileName.toStdString() + ": " + name));
        const QPDFObjectHandle carried = assembly.within(target, layer);
        groups.appendItem(carried);
        config.getKey("/Order").appendItem(carried);
        if (hidden.contains(layer.getObjGen()))
            config.getKey("/OFF").appendItem(carried);
    }
}

QPDFObjectHandle addLayer(QPDF& target, const std::string& name)
{
    QPDFObjectHandle layer = QPDFObjectHandle::parse("<< /Type /OCG >>");
    layer.replaceKey("/Name", QPDFObjectHandle::newUnicodeString(name));
    layer = target.makeIndirectObject(layer);
    QPDFObjectHandle ours = ourProperties(target);
    ours.getKey("/OCGs").appendItem(layer);
    ours.getKey("/D").getKey("/Order").appendItem(layer);
    return layer;
}

} // namespace hinge
