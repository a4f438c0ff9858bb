// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"
#include "pdf/embedded_fonts.h"
#include "pdf/page_form.h"
#include "pdf/picture_object.h"
#include "typeset/code_symbol.h"

#include <map>

namespace hinge
{

/// Composes faces as form XObjects. A face form has its origin at the lower left trim corner, y up,
/// in points, and a box that ends at the bleed: it can be painted on a flat's page or many times on a
/// press sheet, and what it shows stands in the file once.
class FaceComposer
{
public:
    /// Operators with what they refer to: the insides of a form, or of a page.
    struct Content {
        QByteArray operators;
        QPDFObjectHandle objects = QPDFObjectHandle::newDictionary();
        QPDFObjectHandle states = QPDFObjectHandle::newDictionary();
        int nextObject = 1;
        bool overprinting = false; ///< what was last said of it, in the item at work
    };

    FaceComposer(QPDF& pdf, const Job& job, const Plan& plan, QString jobFolder, ExportRun& run, Assembly& assembly);

    /// Lays out all text and embeds fonts; call once, before composing.
    [[nodiscard]] Result<void> prepare();
    [[nodiscard]] Result<QPDFObjectHandle> compose(const SurfaceId& surface);
    /// Whether a page shows what was supplied for it and nothing else.
    [[nodiscard]] bool isSuppliedAlone(const SurfaceId& surface) const;
    /// Such a page put into another: from the lower left trim corner, clipped to its bleed.
    [[nodiscard]] Result<void> addSuppliedAlone(Content& content, const SurfaceId& surface);
    /// For copies that differ: before `prepare`, tells the letters that one of them needs beside those of the job.
    void collectCopy(const Job& copy);
    /// After it: what names fields is composed as this copy has it, until the next one is named. What all copies have
    /// in common is composed once, as forms that all of them use.
    [[nodiscard]] Result<void> useCopy(const Job& copy);
    [[nodiscard]] Result<QPDFObjectHandle> composeCopy(const SurfaceId& surface);
    /// The same, put into a page: from the lower left trim corner, not clipped.
    [[nodiscard]] Result<void> addCopy(Content& content, const SurfaceId& surface);
    /// Before `prepare`, tells a line of small print that is drawn beside the work.
    void collectLine(const QString& words);
    /// After it: the operators that draw it in whatever colour is set, from the head-left corner of its line.
    [[nodiscard]] QByteArray drawLine(const QString& words) const;
    /// What the operators of a content refer to, fonts and inks too.
    [[nodiscard]] QPDFObjectHandle resourcesOf(const Content& content) const;
    /// The colour space of a spot ink and its name; nullptr for a process ink.
    [[nodiscard]] const std::pair<QByteArray, QPDFObjectHandle>* spot(const QString& ink) const;
    static QByteArray useObject(Content& content, const QPDFObjectHandle& object);
    /// What keeps the file from being PDF/X-4, each with the name of the placed file it is about; empty when nothing
    /// does.
    [[nodiscard]] const QStringList& obstacles() const { return obstacles_; }
    /// True once something was composed that is seen through, or blends.
    [[nodiscard]] bool isTransparent() const { return transparent_; }

private:
    [[nodiscard]] Result<void> addSupplied(Content& content, const SurfaceId& surface, const SurfaceContent& on);
    [[nodiscard]] QByteArray turnFor(const PlannedItem& placed) const;
    /// Items side by side that are the same in all copies, as a form of their own, made once.
    [[nodiscard]] Result<void> addShared(Content& content, const SurfaceId& layer, std::size_t from, std::size_t to);
    /// What of a layer shows on the surface that is being composed: items as they are, or as a form where many surfaces
    /// show them like this.
    [[nodiscard]] Result<void> addItems(Content& content, const SurfaceId& layer, std::size_t from, std::size_t to);
    [[nodiscard]] Result<void> addPart(Content& content, const SurfaceId& layer, std::size_t from, std::size_t to);
    [[nodiscard]] Result<void> addCopyOf(Content& content, const SurfaceId& layer);
    [[nodiscard]] Result<void> addCodeLayout(const Item& item);
    [[nodiscard]] Result<void> addItem(Content& content, const SurfaceId& surface, const Item& item,
                                       const PlannedItem& placed);
    /// The item without its shadow and opacity.
    [[nodiscard]] Result<void> addWhole(Content& content, const Item& item, const PlannedItem& placed);
    [[nodiscard]] Result<void> addPicture(Content& content, const Item& item, const PlannedItem& placed);
    void addText(Content& content, const Item& item, const PlannedItem& placed) const;
    void addNumber(Content& content, const SurfaceId& surface) const;
    /// Rules and glyphs; ends the state that was saved for it.
    void addLayout(Content& content, const TextLayout& layout) const;
    void addShape(Content& content, const Item& item, const PlannedItem& placed);
    void addCode(Content& content, const Item& item, const PlannedItem& placed) const;
    void addStroke(Content& content, const Item& item, const PlannedItem& placed) const;
    void addShadow(Content& content, const Item& item, const PlannedItem& placed);
    [[nodiscard]] QPDFObjectHandle formOf(const Content& content, const SurfaceId& surface);
    /// Operators that choose an ink for filling (or stroking): process colours as numbers, a spot ink as its own space.
    [[nodiscard]] QByteArray colour(const QString& ink, double strength, bool stroke = false) const;
    /// The outline as operators, in form space.
    [[nodiscard]] QByteArray path(const Item& item, const PlannedItem& placed) const;
    void makeSpotSpaces();
    [[nodiscard]] Result<PageForm> pageFor(const LinkedFile& file);
    /// Of the surface that is being composed.
    [[nodiscard]] const Paper& paper() const { return plan_.paperOf(surface_); }
    /// "x y w h re" of a rectangle of the face, in form space.
    [[nodiscard]] QByteArray rectangle(const Rect& r) const;
    static QByteArray overprint(Content& content, bool wanted);

    QPDF& pdf_;
    const Job& raw_; ///< with its fields as they are typed
    Job job_;        ///< filled in for the copy at hand
    const Plan& plan_;
    SurfaceId surface_; ///< the one that is being composed
    QString jobFolder_;
    ExportRun& run_;
    Assembly& assembly_;
    EmbeddedFonts fonts_;
    std::map<QString, TextLayout> layouts_;              ///< by item id
    std::map<int, std::pair<Rect, TextLayout>> numbers_; ///< by the id of the page
    std::map<QString, CodeLayout> codes_;                ///< by item id
    std::map<QString, TextLayout> lines_;                ///< small print, by its words
    std::map<QString, std::pair<QByteArray, QPDFObjectHandle>>
        spots_; ///< by ink: the name of its colour space, and that
    PageForms pages_;
    std::map<QString, PictureObject> pictures_;                            ///< each picture stands in the file once
    std::map<std::pair<SurfaceId, std::size_t>, QPDFObjectHandle> shared_; ///< by the first item of each form
    QStringList obstacles_;
    bool transparent_ = false;
};

} // namespace hinge
