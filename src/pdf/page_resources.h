// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QStringList>
#include <functional>
#include <map>
#include <qpdf/QPDF.hh>
#include <set>

namespace hinge
{

/// Visits what a page's contents refer to, through forms, patterns and glyphs that are drawings themselves, each once
/// (ISO 32000-1, 7.8.3). Fails when forms lie in each other deeper than the limits allow.
class ResourceVisitor
{
public:
    virtual ~ResourceVisitor() = default;
    /// Every resource dictionary.
    virtual void resources(QPDFObjectHandle) {}
    /// Every font dictionary.
    virtual void font(QPDFObjectHandle) {}
    /// Every graphics state dictionary.
    virtual void state(QPDFObjectHandle) {}
    /// Every image, form or other external object: the stream.
    virtual void object(QPDFObjectHandle) {}
    /// A colour space where it stands: in a dictionary under a key. It may be replaced there.
    virtual void space(QPDFObjectHandle /*in*/, const std::string& /*key*/) {}

    [[nodiscard]] Result<void> visit(QPDFObjectHandle resources);

private:
    [[nodiscard]] Result<void> visit(QPDFObjectHandle resources, int depth);
    [[nodiscard]] Result<void> visitStream(QPDFObjectHandle stream, int depth);
    std::set<QPDFObjGen> seen_;
};

/// Fonts that a page uses but that are not in its file; each font of a document is looked at once.
class FontSearch
{
public:
    [[nodiscard]] QStringList missingIn(QPDFObjectHandle page);

private:
    std::map<QPDFObjGen, QString> known_; ///< by font: its name when it is missing
};

/// What a page is for the file it is placed in.
class TraitSearch : public ResourceVisitor
{
public:
    bool transparent = false; ///< something is seen through, or blends with what lies under it
    /// What keeps it from being part of a PDF/X-4 file (ISO 15930-7), in words that follow the name of its file.
    QStringList obstacles;

    void font(QPDFObjectHandle font) override;
    void state(QPDFObjectHandle state) override;
    void object(QPDFObjectHandle stream) override;

private:
    void add(const QString& obstacle);
};

} // namespace hinge
