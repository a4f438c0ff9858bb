// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/selection.h"
#include "core/edit/arrange.h"
#include "core/edit/frames.h"
#include "core/edit/place_document.h"

#include <QPainterPath>
#include <atomic>
#include <functional>
#include <memory>

namespace hinge
{

/// Changes what stands on the surface in view. Each change is one step of the history and selects what it made.
class SurfaceEditor : public QObject
{
    Q_OBJECT

public:
    SurfaceEditor(Document& document, Selection& selection, QObject* parent = nullptr);

    /// Reads the file and places it: a PDF whose trim is that of the flat becomes the whole face (with
    /// two pages, both faces); anything else fills the panel out to the bleed.
    /// `then` is called when it is placed, or refused.
    void placeFile(
        const QString& path, int panel, std::optional<int> column = {}, const std::function<void()>& then = [] {});
    /// Several files at once, in order: into frames that wait for them, `onto` first; those for which none is left go
    /// one to each column from this panel on, one to the whole of a panel without columns.
    void placeFiles(const QStringList& paths, int panel, const QString& onto = {});
    /// A frame that waits for something; `named` has its word asked for.
    void addFrame(FrameFor what, const Rect& area, bool named);
    /// Makes what is in hand a master, which shows on all pages or on the face in view; an empty one with nothing in
    /// hand. It is worked on from then on.
    void makeMaster();
    /// Puts an item of this surface's own in the place of a master's, by the id of that, and takes it in hand. False
    /// when no such item shows here.
    bool fillMasterItem(const QString& masterItem);
    /// What usually stands on the panel, as frames that wait.
    void addUsualFrames(int panel);
    /// Takes a PDF as supplied artwork of the face in view, whatever its size.
    void takeSupplied(const QString& path, int page = 1);
    void dropSupplied();
    void addText(int panel);
    /// A line that names a field of the data.
    void addField(int panel, const QString& field);
    /// Puts a table, made by `newTable`, on the surface in view.
    void putTable(Item table);
    void addTint(int panel);
    /// Lays a tint over the whole face, folds and all.
    void tintFace();
    void addShape(int panel);
    /// A shape with an outline that was drawn, in millimetres of the surface.
    void addOutline(const QPainterPath& outline);
    /// Changes outlines of what is in hand; tells why it cannot.
    void changeOutlines(const QString& what,
                        const std::function<Result<void>(Job&, const Plan&, const QStringList&)>& how);
    /// Paper colour over what must not print.
    void addPasteOver(int panel);

    void addCode(int panel);
    void duplicate();
    void removeSelected();
    /// To the clipboard, and from there onto the panel in view, each at the same place of it.
    void copy();
    void cut();
    void paste();
    /// Makes what is in hand larger or smaller, from its head-left corner.
    void scale(Percent scale, bool withContents);
    void copyInRows(int columns, int rows, Length across, Length down);
    void repeatOnPanels();
    void repeatInColumns();
    /// What is brought in line, or spread out, goes by this from now on.
    void setAlignTo(AlignTo to) { alignTo_ = to; }
    /// For the items in hand.
    [[nodiscard]] AlignTo alignTo() const;
    void align(AlignEdge edge);
    void distribute(Axis along);
    void group();
    void ungroup();
    void toggleLock();
    void selectAll();
    /// What is in hand, in painting order.
    [[nodiscard]] std::vector<Item> selectedItems() const;
    /// An item with all that are grouped with it.
    [[nodiscard]] QStringList withGroup(const QString& item) const;
    /// Lets the text of one frame run on into another.
    void runOnInto(const QString& from, const QString& to);
    /// Lets it run on into a fresh frame on the panel that is seen next.
    void runOnIntoNew(const QString& from);
    /// Paints the selected item earlier (-1) or later (+1) than its neighbour.
    void restack(int step);

    /// Looks at a picture in the background and moves it in its frame, so that what matters in it stays in sight.
    void proposeFocus(const QString& item);
    /// Gives up what is being read.
    void stopReading();

    /// Asked for the password of a PDF, by its name; `again` when one was wrong. Nothing when the user gives up.
    using AskPassword = std::function<std::optional<QString>(const QString& name, bool again)>;
    void setAskPassword(AskPassword ask) { askPassword_ = std::move(ask); }
    /// Asked what the styles of a document become; nothing when the user gives up.
    using AskStyles =
        std::function<std::optional<std::vector<StyleChoice>>(const DocumentText& document, const QString& name)>;
    void setAskStyles(AskStyles ask) { askStyles_ = std::move(ask); }
    /// Opens a locked PDF with its password, and gives the link to an open copy, which lies in the job from then on.
    [[nodiscard]] Result<QString> unlocked(const QString& path);

Q_SIGNALS:
    /// A file is being read, by its name, which `stopReading` ends; empty when it is.
    void reading(const QString& name);
    /// A file could not be placed; `message` says why.
    void refused(const QString& message);
    /// A table of data was among the files: it goes to no panel.
    void tableGiven(const QString& path);
    /// What was added and selected waits for what it says.
    void toBeWritten();
    /// The frame that was added and selected is to say what it waits for.
    void toBeNamed();

private:
    /// Does `work` in the background, tells that `file` is being read, and can be stopped: `work` is given what it asks
    /// whether to go on. `then` is given what came of it; nothing is said of what was stopped.
    template <class Content>
    void readInBackground(const QString& file, std::function<Result<Content>(const std::function<bool()>& goesOn)> work,
                          std::function<void(const Content&)> take, const std::function<void()>& then);
    /// A file with the panel and column it goes to.
    struct Destined {
        QString path;
        int panel;
        std::optional<int> column;
        QString frame{}; ///< the one that waits for it; empty for none
    };
    void place(const Destined& file, const std::function<void()>& then);
    /// Puts what was read into the frame that waits for it; false when it waits no more.
    template <class Content>
    bool fill(const QString& frame, FrameFor what, Content content);
    /// One after the other, however long each takes to be read, so that they lie in the order they came in.
    void placeInOrder(std::vector<Destined> files);
    /// The words of a text file: UTF-8, UTF-16 with a mark, or Western.
    [[nodiscard]] static Result<QString> readWords(const QString& path);
    /// Reads the text of a word processor in the background and puts it on the surface that was in view.
    void placeDocumentFile(const Destined& file, const std::function<void()>& then);
    void putDocument(const DocumentText& document, const QString& name, const SurfaceId& surface, int panel,
                     const QString& frame);
    void placeWords(const QString& words, int panel, const QString& frame = {});
    [[nodiscard]] QString freshId() const;
    /// Puts a fresh item of that name on the surface in view, as the step `what` of the history.
    void add(const QString& what, const QString& name, Item item);
    void addAll(const QString& what, std::vector<Item> items);
    Document& document_;
    Selection& selection_;
    AskPassword askPassword_;
    AskStyles askStyles_;
    QStringList passwords_; ///< that opened a file; several of one sender often share theirs
    int readings_ = 0;      ///< files that are being read
    /// How often reading was stopped: what began before then ends. Shared with the threads that read.
    std::shared_ptr<std::atomic<int>> stops_ = std::make_shared<std::atomic<int>>(0);
    AlignTo alignTo_ = AlignTo::EachOther;
};

} // namespace hinge
