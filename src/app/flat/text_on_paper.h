// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/selection.h"
#include "app/flat/words_edit.h"
#include "typeset/caret.h"
#include "typeset/story_layout.h"

#include <QPointer>
#include <QTimer>
#include <QTransform>

namespace hinge
{

/// The caret and the marked words of the text that is being typed, where they stand on the paper: through linked
/// frames, turned ones, too. Everything typed goes into the editor of the drawer, which has the keyboard.
class TextOnPaper : public QObject
{
    Q_OBJECT

public:
    TextOnPaper(Document& document, Selection& selection, TextLayoutCache& layouts, QObject* parent = nullptr);

    /// The editor of the text in hand and that text; nullptr for none.
    void setEditor(WordsEdit* editor, const QString& item);
    /// A text is being typed and its caret shows on the paper.
    [[nodiscard]] bool isOn() const;
    /// The frame of the text at work that lies there; nothing for none, and beside the surface in view.
    [[nodiscard]] std::optional<std::size_t> frameAt(QPointF mm) const;
    /// Gives the editor the keyboard and puts the caret where the point is.
    void begin(QPointF mm);

    // The pointer, in millimetres of the surface in view. Each says whether it was for the text.
    [[nodiscard]] bool press(QPointF mm, bool mark);
    [[nodiscard]] bool drag(QPointF mm);
    [[nodiscard]] bool release(QPointF mm, bool copy);
    [[nodiscard]] bool pressTwice(QPointF mm);

    /// `toPixels` leads from the millimetres of the paper to the widget.
    void paint(QPainter& painter, const QTransform& toPixels) const;
    /// The caret on the surface in view, in millimetres; nothing when it stands elsewhere.
    [[nodiscard]] std::optional<QLineF> caretLine() const;
    /// Tells input methods where the caret is on the screen.
    void setToScreen(std::function<QRect(const QLineF&)> toScreen) { toScreen_ = std::move(toScreen); }

Q_SIGNALS:
    /// What is painted has changed.
    void changed();
    /// The caret moved: bring it into view.
    void caretMoved();

private:
    /// The frames of the text with their layouts.
    struct Story {
        std::vector<const Item*> items;
        TextLayouts layouts;
        [[nodiscard]] QTransform toPaper(const Plan& plan, std::size_t frame) const;
    };
    [[nodiscard]] std::optional<Story> story() const;
    [[nodiscard]] std::optional<PointedPlace> placeAtPoint(QPointF mm) const;
    [[nodiscard]] bool takeKey(QKeyEvent& event);
    /// What is marked lies there.
    [[nodiscard]] bool isMarked(QPointF mm) const;
    [[nodiscard]] std::optional<QLineF> lineAt(const Story& story, TextPosition place, LineSeam seam) const;
    void moved();
    void wake();

    Document& document_;
    Selection& selection_;
    TextLayoutCache& layouts_;
    QPointer<WordsEdit> editor_;
    QString item_;
    LineSeam seam_ = LineSeam::After;
    std::optional<double> across_; ///< that moves up and down keep to, in points
    bool marking_ = false;
    std::optional<QPointF> lifted_;    ///< marked words were pressed here
    std::optional<PointedPlace> drop_; ///< where they would go
    bool keepsSeam_ = false;
    bool lit_ = true;
    QTimer blink_;
    std::function<QRect(const QLineF&)> toScreen_;
};

} // namespace hinge
