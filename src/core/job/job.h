// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/kind_rules.h"
#include "core/job/master.h"
#include "core/job/press.h"
#include "core/job/records.h"
#include "core/job/sequence.h"
#include "core/job/surface.h"
#include "core/paper/fold.h"
#include "core/paper/stock.h"
#include "core/units/length_text.h"

#include <array>

namespace hinge
{

/// "leaflet", "stapled booklet", ...
[[nodiscard]] QString kindName(PieceKind kind);
/// What the faces of that kind are called: "front" and "back" where nothing is folded.
[[nodiscard]] QString faceName(Face face, PieceKind kind);
/// The same of a surface; a page is a "page", or "page 7" where the job is known, counted in its sequence.
[[nodiscard]] QString surfaceName(const SurfaceId& surface, PieceKind kind);
/// True when it has pages of its own: booklets, books, wire-bound books.
[[nodiscard]] bool hasPages(PieceKind kind);

/// The shape of a cover that wraps about a block.
struct CoverShape {
    /// Typed in place of what the block asks for.
    std::optional<Length> spine{};
    Length flap; ///< width of each folded-in flap; 0 for none
    /// A score beside the spine, on both sides; 0 for none. Common practice: 6 to 8 mm.
    Length hinge = Length::mm(6);
    /// Glue in the spine, part of its thickness. Common practice: 0.3 to 0.5 mm.
    Length glue = Length::micrometres(300);
    /// Glue up the inside of the cover on both sides of the spine. Common practice: 3 to 7 mm.
    Length sideGlue = Length::mm(5);
    QJsonObject extra{};
    bool operator==(const CoverShape&) const = default;
};

/// Which pages have a number.
enum class CountedCovers {
    All,      ///< every page, the front cover being the first
    NotOuter, ///< front and back cover have none
    None,     ///< the four pages of the cover have none
};
/// Where the pages go that are there only to fill a sheet.
enum class Blanks {
    AtEnd,        ///< the last pages of all
    BeforeBack,   ///< before the back cover
    InsideCovers, ///< the insides of the covers first, then before the back cover
};
/// What is done about nested sheets that push each other outward: nothing; pages are shifted toward the spine, so that
/// the outer margins stay alike; or made narrower by as much, so that nothing is lost at the spine.
enum class CreepBy { Nothing, Shifting, Narrowing };

/// Where the number of a page is printed. Outer is at the fore-edge and inner at the spine, so that left-hand and
/// right-hand pages mirror each other; left and right are the same on all.
enum class NumberPlace {
    None,
    FootOuter,
    FootMiddle,
    FootInner,
    FootLeft,
    FootRight,
    HeadOuter,
    HeadMiddle,
    HeadInner
};
/// 12, xii, XII.
enum class NumberScript { Arabic, SmallRoman, CapitalRoman };

/// The numbers printed on the pages.
struct PageNumbers {
    NumberPlace place = NumberPlace::None;
    NumberScript script = NumberScript::Arabic;
    Length fromEdge = Length::mm(8);  ///< from the head or foot trim to the line of the number
    Length fromSide = Length::mm(12); ///< from the fore-edge or spine
    QString styleName;                ///< a text style of the job; empty for a plain one
    bool operator==(const PageNumbers&) const = default;
};

/// The pages of a booklet or book, and how they are bound.
struct Pages {
    /// As wanted: with the cover when it is of the same stock, else without.
    int count = 16;
    /// The cover is on its own stock, which is then the job's `stock`; the pages are on `textStock`.
    bool plusCover = false;
    Stock textStock;
    Blanks blanks = Blanks::BeforeBack;
    CountedCovers counted = CountedCovers::All;
    int firstNumber = 1;
    PageNumbers printed;
    /// Pages of a full signature: 4, 8, 16 or 32; for glued books.
    int signature = 16;
    WorkStyle workStyle = WorkStyle::Sheetwise;
    /// Milled off at the spine of a glued block. Common practice: 2 to 3 mm.
    Length mill = Length::mm(3);
    /// Thousandths of a caliper by which a nested sheet pushes those inside it outward. 1.0 by experience.
    int creepMilli = 1000;
    CreepBy creepBy = CreepBy::Shifting;
    /// A lip on one half of each nested sheet, by which a machine opens it in the middle; trimmed off. 0 for none.
    Length lap{};
    /// Sheets of a small booklet cut as strips from one sheet; 1 for none.
    int strips = 1;
    /// Live matter keeps this far from the binding, where a page is punched, or curves away from the reader. Common
    /// practice: 10 to 13 mm at a wire, 10 to 15 mm at glue, 6 to 10 mm at a staple.
    Length bindingClearance = Length::mm(12);
    QJsonObject extra{};
    bool operator==(const Pages&) const = default;
};

/// A leaf that is not folded.
struct Leaf {
    Length stub;   ///< torn off along a perforation at the right; 0 for none
    int holes = 0; ///< drilled in a row along the left edge
    Length holeDiameter = Length::mm(6);
    Length holePitch = Length::mm(80); ///< from middle to middle; two holes: ISO 838
    Length holeEdge = Length::mm(12);  ///< from the left edge to the middle of a hole
    Length cornerRadius;               ///< 0 for square corners
    bool postal = false;               ///< the back is written to and stamped
    int padSheets = 0;                 ///< glued into pads of so many; 0 for none
    QJsonObject extra{};
    bool operator==(const Leaf&) const = default;
};

/// What is printed on a face: process inks and spots, and what goes over them.
struct FaceInks {
    int process = 4; ///< 0, 1 (black alone) or 4
    int spots = 0;
    bool operator==(const FaceInks&) const = default;
    [[nodiscard]] int count() const { return process + spots; }
};
enum class Coating { None, Varnish, GlossFilm, MattFilm };

/// What is kept free along edges. Common practice: 3 mm bleed, 5 mm safe zone, 3 mm clear of folds.
struct Zones {
    Length bleed = Length::mm(3);
    Length safe = Length::mm(5);
    Length foldClearance = Length::mm(3);
    /// Bleed of single outer edges of the outside face (left, top, right, bottom) where it differs; 0 at an edge that
    /// is cut once for two pieces that touch.
    std::array<std::optional<Length>, 4> edgeBleeds{};
    QJsonObject extra{};
    bool operator==(const Zones&) const = default;
};

/// Everything the user decided about a piece. All else follows from it: see `plan`.
struct Job {
    PieceKind kind = PieceKind::Leaflet;
    QString title;
    QString customer;
    /// The unit lengths are shown in, and the one a bare number means.
    Unit unit = Unit::Mm;
    /// Trimmed but open; for pieces whose flat is the user's to say: leaflets, cards, single leaves.
    Size flat{Length::mm(297), Length::mm(210)};
    /// Finished size of a page; for covers, booklets and books, whose flat follows from it.
    Size page{Length::mm(148), Length::mm(210)};
    /// Of the flat: of everything, or of the cover where the pages have a stock of their own.
    Stock stock;
    Fold fold;
    CoverShape cover;
    Pages pages;
    Leaf leaf;
    /// The piece is read, and opens, from right to left.
    bool rightToLeft = false;
    std::array<FaceInks, 2> faceInks{};
    std::array<Coating, 2> coatings{Coating::None, Coating::None};
    Zones zones;
    int quantity = 1000;
    /// Spoiled sheets to allow for, as a share of the run.
    Percent overs = 5;
    Press press;
    std::vector<Ink> inks;
    std::vector<NamedStyle> textStyles;
    std::vector<NamedCharacterStyle> characterStyles;
    /// What styles of documents that were taken in became, by their names there: styles of the job, for the next
    /// document. Those that are gone count no more.
    std::map<QString, QString> styleMatches;
    /// Files that travel in the job; those that no link uses any more are not saved.
    std::vector<EmbeddedFile> embedded;
    /// Baselines of text that stands on the grid: from the head trim of the flat, and from one to the next; 0 for no
    /// grid.
    Length gridStart = Length::mm(12);
    Length gridStep;
    /// The design margin of every panel that has none of its own and is wide enough; 0: the layout ends where it is no
    /// longer safe.
    Length layoutMargin;
    /// What stands on the faces of the flat, and on pages.
    Surfaces surfaces;
    /// Empty as long as nothing is known of any page; then it has `pages.count` of them.
    Sequence sequence;
    /// In the order in which they are laid, the last on top.
    std::vector<Master> masters;
    Records records;
    QJsonObject extra{};

    bool operator==(const Job&) const = default;

    /// What stands on a surface.
    [[nodiscard]] const SurfaceContent& on(const SurfaceId& surface) const { return surfaces.on(surface); }
    /// The same, to be changed.
    [[nodiscard]] SurfaceContent& edit(const SurfaceId& surface) { return surfaces.edit(surface); }
    /// The process colour behind a name; nullptr when the job has no such ink.
    [[nodiscard]] const Ink* findInk(const QString& name) const;
    /// nullptr when the job has no such style.
    [[nodiscard]] const NamedStyle* findTextStyle(const QString& name) const;
    /// How a paragraph looks: by its named style, or its own.
    [[nodiscard]] const TextStyle& styleOf(const Paragraph& paragraph) const;
    /// nullptr when the job has no such character style.
    [[nodiscard]] const NamedCharacterStyle* findCharacterStyle(const QString& name) const;
    /// Characters with font and ink worked out from the style they follow.
    [[nodiscard]] CharacterStyle lookOf(CharacterStyle characters) const;
    /// nullptr when the job has no such master.
    [[nodiscard]] const Master* findMaster(int id) const;
    /// nullptr when there is no such item on either face.
    [[nodiscard]] const Item* findItem(const QString& id) const;
    [[nodiscard]] Item* findItem(const QString& id);
};

[[nodiscard]] QString surfaceName(const SurfaceId& surface, const Job& job);

/// A fresh leaflet: A4 landscape, roll fold, with a small set of inks and nothing on it.
[[nodiscard]] Job newLeaflet();
/// A fresh piece of any kind, of a usual size on a usual stock.
[[nodiscard]] Job newPiece(PieceKind kind);

/// True when the cover is a component of its own, beside the pages.
[[nodiscard]] bool hasOwnCover(const Job& job);
/// Gives the pages a cover of its own, or takes it away again; the text stays on the stock it has.
void setOwnCover(Job& job, bool own);
/// The stock of the pages.
[[nodiscard]] const Stock& textStockOf(const Job& job);
/// How a component is laid on its press sheets.
[[nodiscard]] SheetSetup setupOf(const Job& job, Component component);
/// How both sides of a component are printed: the pages keep that apart from the rest of their setup.
void setWorkStyle(Job& job, Component component, WorkStyle style);
/// To be changed, but for the work style; the pages get a setup of their own.
[[nodiscard]] SheetSetup& editSetup(Job& job, Component component);
/// An office printer prints the piece on sheets of just that size: nothing is trimmed, so that nothing bleeds, and the
/// printer's own edge stays white.
[[nodiscard]] bool printsToSize(const Job& job, Size flat);
/// The stock a component, or a surface, is printed on.
[[nodiscard]] inline const Stock& stockOf(const Job& job, Component component)
{
    return component == Component::Text ? textStockOf(job) : job.stock;
}
[[nodiscard]] inline const Stock& stockOf(const Job& job, const SurfaceId& surface)
{
    return stockOf(job, surface.component);
}
/// Prints a component on another stock; pages without a cover of their own have that of the flat.
void setStock(Job& job, Component component, const Stock& stock);
/// "4/4", "4/1 + 1 spot".
[[nodiscard]] QString inksText(const std::array<FaceInks, 2>& inks);
/// Reads "4/4", "4/1", "5/4" (what goes beyond four, or beyond one, is spots), "1/0".
[[nodiscard]] Result<std::array<FaceInks, 2>> parseInks(const QString& text);
/// The holes of a drilled leaf, as squares about them, on the outside face.
[[nodiscard]] std::vector<Rect> drillHoles(const Leaf& leaf, Size flat);

/// True for the names that no spot ink may have: those of the process plates, and All and None, which mean every plate
/// and none (ISO 32000-1, 8.6.6.4).
[[nodiscard]] bool isPlateOfItsOwn(const QString& name);

/// Refuses what no paper can be: sizes, weights and counts out of range, own folds that name lines
/// that are not there, items with inks or panels the job lacks. The problem names the field.
[[nodiscard]] Result<void> validate(const Job& job);
/// Refuses what no paper is; `field` is where it stands. Lengths in messages are in `unit`.
[[nodiscard]] Result<void> checkStock(const QString& field, const Stock& stock, Unit unit);

/// The limits that `validate` applies, for fields that want to refuse early.
namespace limits
{
inline constexpr Length smallestSide = Length::mm(20);
inline constexpr Length largestSide = Length::mm(2000);
inline constexpr int lightest = 30; ///< g/m2
inline constexpr int heaviest = 800;
inline constexpr int thinnestBulk = 500; ///< thousandths of cm3/g
inline constexpr int thickestBulk = 3000;
inline constexpr int mostPanels = 12;
inline constexpr int mostPages = 10'000;
inline constexpr int mostDropLines = 9;
inline constexpr int mostOutlinePoints = 5000;
inline constexpr int largestRun = 10'000'000;
} // namespace limits

} // namespace hinge
