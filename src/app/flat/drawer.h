// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/selection.h"
#include "app/fields/fields.h"
#include "app/flat/items_model.h"
#include "app/flat/surface_editor.h"
#include "app/flat/words_edit.h"
#include "core/job/paragraphs.h"
#include "paint/face_painter.h"

#include <QWidget>

class QCheckBox;
class QLabel;
class QLayout;
class QPushButton;
class QVBoxLayout;
class QActionGroup;

namespace hinge
{

struct Actions;

/// The slip at the right of the Flat stage: about the panel, or about the item that is selected.
class Drawer : public QWidget
{
    Q_OBJECT

public:
    Drawer(Document& document, Selection& selection, SurfaceEditor& editor, FacePainter& painter, Actions& actions,
           QWidget* parent = nullptr);
    /// Puts the keyboard into the words of the selected text, or into what a code says.
    void editText();
    /// The caret is put into the words from elsewhere: looks go to where it is from now on.
    void takeCaret();
    /// Puts the keyboard into the name of the item in hand.
    void editName();
    /// Writes words at the caret of the selected text.
    void type(const QString& words);
    /// Underlines the characters in hand, or strikes them through; lets go of it where they are.
    void underline();
    void strikeThrough();
    /// Shows the characters of the font in hand, to put some in at the caret.
    void pickCharacters();

Q_SIGNALS:
    /// What had the keyboard in it is gone.
    void left();
    /// The words of a text are shown in this editor; nullptr when no text is in hand any more.
    void wordsShown(WordsEdit* words, const QString& itemId);

protected:
    /// Escape puts the item away and gives the keyboard back to the paper.
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    /// What the drawer speaks of. While that stays the same its fields refresh themselves; else it is built anew.
    struct Subject {
        SurfaceId surface;
        std::optional<Master> master; ///< the one worked on
        bool showsMasters = false;
        QStringList items;
        bool supplied = false;
        // of a panel
        int panel = -1;
        std::size_t panels = 0;
        QString role;
        Size panelSize;
        // of an item
        Outline outline{};
        PictureFit fit{};
        bool hasRecords = false;
        bool hasShadow = false;
        bool isWaiting = false;
        bool isTable = false;
        Symbology symbology{};
        bool isContact = false;
        std::vector<Ink> inks;
        QStringList styles;
        QStringList characterStyles;
        bool operator==(const Subject&) const = default;
    };
    [[nodiscard]] Subject subject() const;
    void rebuild();
    /// Puts the parts for what is in hand in place of those before.
    void makeBody(const Item* item);
    /// Shows the words of a text that were changed elsewhere.
    void refreshWords(const Item& item);
    void buildPanel(QVBoxLayout* column);
    void buildGrid(QVBoxLayout* column, const SurfaceId& surface, int panel);
    /// What can be put onto the panel.
    void buildAdding(QVBoxLayout* column, bool isPage);
    /// The lines of the panel that things hold on to: columns, margins, guides.
    void buildLines(QVBoxLayout* column, const SurfaceId& surface, int panel);
    void buildGuides(QVBoxLayout* column, const SurfaceId& surface, int panel);
    /// A button that looks like a word; `change` is what it does to the job, as the step `step` of the history.
    QPushButton* jobLink(const QString& text, const char* name, const QString& told, const QString& step,
                         std::function<void(Job&)> change);
    void buildSupplied(QVBoxLayout* column, const SurfaceId& surface);
    /// What masters show on the surface, and the way to make one.
    void buildMasters(QVBoxLayout* column, const SurfaceId& surface);
    void buildItemList(QVBoxLayout* column);
    void buildItem(QVBoxLayout* column, const Item& item);
    void buildSeveral(QVBoxLayout* column, const QStringList& ids);
    /// Exact numbers: where items lie, and their size where it is the same.
    void buildNumbers(QVBoxLayout* column, const QStringList& ids);
    /// A page number that the file has.
    [[nodiscard]] static Result<int> readPage(const QString& text, const FileFacts& facts);
    void buildPicture(QVBoxLayout* column, const Item& item);
    /// A picture or its frame as large as a photo print.
    JobChoice* photoSize(const QString& itemId);
    void buildShape(QVBoxLayout* column, const Item& item);
    /// The outlines a shape may have.
    JobChoice* outlines(const QString& itemId);
    /// Turning and mirroring shapes.
    void buildTurning(QVBoxLayout* column);
    /// On which pages a paste-over lies, and what it covers.
    void buildPasteOver(QVBoxLayout* column, const QString& itemId);
    void buildCode(QVBoxLayout* column, const Item& item);
    /// How large it prints, and whether that is enough.
    void buildCodeNote(QVBoxLayout* column, const QString& itemId);
    /// The parts of a contact in place of its text.
    void buildContact(QVBoxLayout* column, const QString& itemId);
    void buildText(QVBoxLayout* column, const Item& item);
    /// Scales the type of a text so that it just fills its frames.
    void fitText(const QString& itemId);
    /// Has the cells of a table typed.
    void openCells(const QString& itemId);
    /// Style, font and measures of the paragraphs in hand.
    void buildStyle(QVBoxLayout* column, const QString& itemId);
    /// The first paragraph in hand, where the cursor is or the selection begins, and its look.
    [[nodiscard]] Paragraph paragraphInHand(const Job& job, const QString& itemId) const;
    [[nodiscard]] TextStyle styleInHand(const Job& job, const QString& itemId) const;
    void changeParagraphs(Job& job, const QString& itemId, const std::function<void(Paragraph&)>& change) const;
    /// Parts of `buildStyle`: each shows and changes one thing of the paragraphs in hand.
    JobChoice* namedStyles(const QString& itemId);
    QPushButton* keepStyle(const QString& itemId);
    JobChoice* fonts(const QString& itemId);
    QLabel* scopeOfStyle();
    JobField* measure(const QString& what, const QString& itemId, Length TextStyle::*part);
    /// In points, or as a share of the size: "13 pt", "120 %".
    JobField* leading(const QString& itemId);
    JobChoice* alignment(const QString& itemId);
    JobChoice* hyphenation(const QString& itemId);
    JobField* tabStops(const QString& itemId);
    /// The style of the characters in hand; hidden when whole paragraphs are.
    void buildCharacterStyle(QVBoxLayout* column, const QString& itemId);
    /// Lists, first letters, lines above and below, tints: what few paragraphs have. Opened by a click.
    void buildParagraph(QVBoxLayout* column, const QString& itemId);
    /// Parts of it.
    void buildList(QVBoxLayout* column, const QString& itemId);
    void buildBesideText(QVBoxLayout* column, const QString& itemId);
    /// A choice of an ink for a part of the paragraphs in hand; `none` says what no ink stands for.
    JobChoice* styleInk(const QString& what, const QString& itemId, QString TextStyle::*part, const QString& none);
    JobField* styleNumber(const QString& what, const QString& itemId, int TextStyle::*part, const QString& ask);
    JobField* stylePercent(const QString& what, const QString& itemId, Percent TextStyle::*part);
    /// The font in hand, and lines under letters and through them.
    QLayout* fontRow(JobChoice* font);
    /// How the frame holds its text: columns, alignment, direction, grid, the next frame.
    void buildTextFrame(QVBoxLayout* column, const Item& item);
    /// Stroke, opacity, shadow and the like.
    void buildLook(QVBoxLayout* column, const Item& item);
    /// Words that stand in for the copy to come, as many as fit.
    void fillWithStandIn(const QString& itemId);
    JobChoice* shadowChoice(const QString& itemId);
    QCheckBox* keepWhole(const QString& itemId, bool kept);
    /// The frame the text runs on into: any other text, wherever it stands.
    JobChoice* nextFrame(const QString& itemId);
    QLayout* baselineGrid(const QString& itemId, bool onGrid);
    JobField* pictureScale(const QString& itemId);
    /// What of it stays in sight when it is cropped.
    void buildFocus(QVBoxLayout* column, const QString& itemId);
    JobField* pictureFocus(const QString& itemId, int PictureCrop::*part);
    /// The name of its file, in which fields may stand.
    void buildPictureName(QVBoxLayout* column, const QString& id);
    /// Its file: where it is, how large, how fine it prints.
    QLabel* aboutPicture(const QString& itemId);
    JobField* picturePage(const QString& itemId);
    void buildInks(QVBoxLayout* column, const QString& itemId);
    void buildArranging(QVBoxLayout* column);
    /// Shows the inks of the job beside the drawer, to change them.
    void openInks(QWidget* beside);
    void applyText(const QString& itemId);
    /// First and last paragraph that the cursor or its selection touches.
    [[nodiscard]] std::pair<int, int> paragraphsInHand() const;
    /// Start and length of the characters selected within one paragraph; nothing when whole paragraphs are meant.
    [[nodiscard]] std::optional<std::pair<int, int>> charactersInHand() const;
    /// Changes the look of what is in hand: of single characters by `characters`, of paragraphs by `change`.
    void restyle(Job& job, const QString& itemId, const std::function<void(TextStyle&)>& change,
                 const CharacterChange& characters = {});
    void showOverset(const QString& itemId, const TextLayout& layout);
    class JobField* field(QVBoxLayout* column, const QString& label, JobField* edit, const char* name);
    /// A field for a length or a whole number of the item.
    JobField* itemLength(const QString& what, const QString& itemId, std::function<Length&(Item&)> part,
                         std::optional<Unit> unit = {});
    JobField* itemPercent(const QString& what, const QString& itemId, std::function<Percent&(Item&)> part);
    JobField* itemNumber(const QString& what, const QString& itemId, std::function<int&(Item&)> part);
    /// A choice among values of the item.
    template <class T>
    JobChoice* itemChoice(const QString& what, const QString& itemId, std::function<T&(Item&)> part,
                          const std::vector<std::pair<QString, T>>& values, const char* name);

    Document& document_;
    Selection& selection_;
    SurfaceEditor& editor_;
    const ScreenColour& colour_;
    TextLayoutCache& layouts_;
    Actions& actions_;
    ItemsModel items_;
    QWidget* body_ = nullptr;
    Subject builtFor_;
    WordsEdit* words_ = nullptr;
    QLabel* fit_ = nullptr;
    QString wordsFor_;
    bool paragraphOpen_ = false; ///< what few paragraphs have is shown
    bool inWords_ =
        false; ///< looks go to where the cursor is; else the frame is in hand, and they go to all of its text
    bool writing_ = false;
};

template <class T>
JobChoice* Drawer::itemChoice(const QString& what, const QString& itemId, std::function<T&(Item&)> part,
                              const std::vector<std::pair<QString, T>>& values, const char* name)
{
    std::vector<JobChoice::Option> options;
    for (const auto& [text, value] : values)
        options.push_back({text,
                           [part, itemId, value = value](const Job& j) {
                               const Item* i = j.findItem(itemId);
                               if (!i)
                                   return false;
                               Item copy = *i;
                               return part(copy) == value;
                           },
                           [part, itemId, value = value](Job& j) {
                               if (Item* i = j.findItem(itemId))
                                   part(*i) = value;
                           }});
    auto* choice = new JobChoice(document_, what, std::move(options));
    choice->setObjectName(QString::fromLatin1(name));
    choice->setAccessibleName(what);
    return choice;
}

} // namespace hinge
