// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/actions.h"

#include "app/look/theme.h"

#include <QWidget>

namespace hinge
{
namespace
{

QAction* make(QWidget* window, const char* name, const QString& text, const QString& icon, const QKeySequence& shortcut,
              const QString& tip)
{
    auto* action = new QAction(text, window);
    action->setObjectName(QString::fromLatin1(name));
    action->setShortcut(shortcut);
    action->setStatusTip(tip);
    action->setToolTip(tip);
    action->setProperty("iconName", icon);
    window->addAction(action);
    return action;
}

QString tr(const char* text) { return QObject::tr(text); }

} // namespace

Actions::Actions(QWidget* window)
{
    const auto nameRest = [window](const QString& title) {
        for (QAction* action : window->actions())
            if (!action->property("group").isValid())
                action->setProperty("group", title);
    };
    makeFiles(window);
    nameRest(tr("Jobs and files"));
    makeEditing(window);
    nameRest(tr("Editing"));
    makeArranging(window);
    nameRest(tr("Putting in line"));
    makeWriting(window);
    makeOutlines(window);
    makePlacing(window);
    nameRest(tr("Placing"));
    makePages(window);
    makeRecords(window);
    nameRest(tr("Pages"));
    makeDummy(window);
    nameRest(tr("Dummy"));
    makeViews(window);
    nameRest(tr("Looking"));
    refreshIcons(window);
}

void Actions::makeFiles(QWidget* window)
{
    newJob = make(window, "newJob", tr("&New piece…"), QStringLiteral("file-plus"), QKeySequence::New,
                  tr("Start a piece: choose its kind, or a size to begin with"));
    keepPreset = make(window, "keepPreset", tr("&Keep as a preset…"), QStringLiteral("save-all"),
                      QKeySequence(tr("Ctrl+Shift+K")), tr("Keep this set-up under a name, to start from it again"));
    stocks = make(window, "stocks", tr("Stoc&ks…"), QStringLiteral("layers"), QKeySequence(tr("Ctrl+K")),
                  tr("The papers of this shop: add, change, import, export"));
    exportDocket = make(window, "exportDocket", tr("Write the &docket…"), QStringLiteral("file-output"),
                        QKeySequence(tr("Ctrl+Shift+D")), tr("One page about the job to pin to it, as PDF or HTML"));
    open = make(window, "open", tr("&Open…"), QStringLiteral("folder-open"), QKeySequence::Open, tr("Open a job"));
    save = make(window, "save", tr("&Save"), QStringLiteral("save"), QKeySequence::Save, tr("Save the job"));
    saveAs = make(window, "saveAs", tr("Save &as…"), QStringLiteral("save-all"), QKeySequence(tr("Ctrl+Shift+S")),
                  tr("Save the job under another name"));
    exportFlat = make(window, "exportFlat", tr("Export the &flat…"), QStringLiteral("file-output"),
                      QKeySequence(tr("Ctrl+E")), tr("Write a PDF with one page a face"));
    exportPages = make(window, "exportPages", tr("Export the p&ages…"), QStringLiteral("file-output"),
                       QKeySequence(tr("Ctrl+Alt+E")), tr("Write a PDF of all pages in their order"));
    exportCopies =
        make(window, "exportCopies", tr("Export all &copies…"), QStringLiteral("file-output"),
             QKeySequence(tr("Ctrl+Shift+Alt+E")), tr("Write a PDF of every copy with its number or its row of data"));
    exportSheets = make(window, "exportSheets", tr("Export the &press sheets…"), QStringLiteral("file-output"),
                        QKeySequence(tr("Ctrl+Shift+E")), tr("Write a PDF of every press sheet, front and back"));
    exportKnife = make(window, "exportKnife", tr("Write the &knife's program…"), QStringLiteral("scissors"),
                       QKeySequence(tr("Ctrl+Alt+K")), tr("The strokes of the guillotine in order, as PDF or CSV"));
    gang = make(window, "gang", tr("Print &together with other jobs…"), QStringLiteral("grid-2x2"),
                QKeySequence(tr("Ctrl+J")), tr("Put several jobs on press sheets they share"));
    quit = make(window, "quit", tr("&Quit"), QStringLiteral("log-out"), QKeySequence(tr("Ctrl+Q")),
                tr("Close the window"));
}

void Actions::makeEditing(QWidget* window)
{
    copy = make(window, "copy", tr("&Copy"), QStringLiteral("copy"), QKeySequence::Copy,
                tr("Put the selected items on the clipboard"));
    cut = make(window, "cut", tr("Cu&t"), QStringLiteral("scissors"), QKeySequence::Cut,
               tr("Take the selected items off the face and keep them on the clipboard"));
    paste = make(window, "paste", tr("&Paste"), QStringLiteral("clipboard-paste"), QKeySequence::Paste,
                 tr("Lay what is on the clipboard at the same place of the panel in view"));
    selectAll =
        make(window, "selectAll", tr("Select &all"), {}, QKeySequence::SelectAll, tr("Take all items of the face"));
    repeatOnPanels =
        make(window, "repeatOnPanels", tr("Repeat on every pa&nel"), QStringLiteral("grid-2x2"),
             QKeySequence(tr("Ctrl+Alt+A")), tr("A copy of the item at the same place of every other panel"));
    copyInRows = make(window, "copyInRows", tr("Copies in ro&ws…"), QStringLiteral("grid-2x2"),
                      QKeySequence(tr("Ctrl+Alt+O")), tr("Copies side by side and below each other, at a distance"));
    scale = make(window, "scale", tr("&Scale…"), QStringLiteral("maximize"), QKeySequence(tr("Ctrl+Alt+S")),
                 tr("Make what is in hand larger or smaller, with its type and lines or without"));
    repeatInColumns = make(window, "repeatInColumns", tr("Repeat in every co&lumn"), QStringLiteral("columns-3"),
                           QKeySequence(tr("Ctrl+Alt+C")), tr("A copy of the item in every other column of its panel"));
    duplicate = make(window, "duplicate", tr("&Duplicate"), QStringLiteral("copy"), QKeySequence(tr("Ctrl+D")),
                     tr("Make a copy of the selected item"));
    remove = make(window, "remove", tr("&Remove"), QStringLiteral("trash-2"), QKeySequence(Qt::Key_Delete),
                  tr("Take the selected item off the face"));
    bringForward = make(window, "bringForward", tr("Bring &forward"), QStringLiteral("arrow-up-to-line"),
                        QKeySequence(tr("Ctrl+Shift+Up")), tr("Print the selected item over its neighbour"));
    sendBack = make(window, "sendBack", tr("Send &back"), QStringLiteral("arrow-down-to-line"),
                    QKeySequence(tr("Ctrl+Shift+Down")), tr("Print the selected item under its neighbour"));
}

void Actions::makeArranging(QWidget* window)
{
    group = make(window, "group", tr("&Group"), QStringLiteral("group"), QKeySequence(tr("Ctrl+G")),
                 tr("Keep the selected items together"));
    ungroup = make(window, "ungroup", tr("&Ungroup"), QStringLiteral("ungroup"), QKeySequence(tr("Ctrl+Shift+G")),
                   tr("Part them again"));
    lock = make(window, "lock", tr("Loc&k or unlock"), QStringLiteral("lock"), QKeySequence(tr("Ctrl+Shift+L")),
                tr("A locked item cannot be moved or removed on the paper"));
    alignLeft = make(window, "alignLeft", tr("At their &left"), QStringLiteral("align-start-vertical"),
                     QKeySequence(tr("Ctrl+Alt+1")),
                     tr("At the left of each other, or of the zone, panel or column chosen in the drawer"));
    alignCentre = make(window, "alignCentre", tr("At their &centre"), QStringLiteral("align-center-vertical"),
                       QKeySequence(tr("Ctrl+Alt+2")),
                       tr("Centred on each other, or in the zone, panel or column chosen in the drawer"));
    alignRight = make(window, "alignRight", tr("At their &right"), QStringLiteral("align-end-vertical"),
                      QKeySequence(tr("Ctrl+Alt+3")),
                      tr("At the right of each other, or of the zone, panel or column chosen in the drawer"));
    alignHead = make(window, "alignHead", tr("At their &head"), QStringLiteral("align-start-horizontal"),
                     QKeySequence(tr("Ctrl+Alt+4")),
                     tr("At the head of each other, or of the zone, panel or column chosen in the drawer"));
    alignMiddle = make(window, "alignMiddle", tr("At their &middle"), QStringLiteral("align-center-horizontal"),
                       QKeySequence(tr("Ctrl+Alt+5")),
                       tr("Half way down each other, or the zone, panel or column chosen in the drawer"));
    alignFoot = make(window, "alignFoot", tr("At their &foot"), QStringLiteral("align-end-horizontal"),
                     QKeySequence(tr("Ctrl+Alt+6")),
                     tr("At the foot of each other, or of the zone, panel or column chosen in the drawer"));
    distributeAcross =
        make(window, "distributeAcross", tr("Equal gaps &across"), QStringLiteral("align-horizontal-space-between"),
             QKeySequence(tr("Ctrl+Alt+7")),
             tr("Equal space between the items, over them all or the zone, panel or column chosen in the drawer"));
    distributeDown =
        make(window, "distributeDown", tr("Equal gaps &down"), QStringLiteral("align-vertical-space-between"),
             QKeySequence(tr("Ctrl+Alt+8")),
             tr("Equal space between the items, down them all or the zone, panel or column chosen in the drawer"));
}

void Actions::makeWriting(QWidget* window)
{
    underline = make(window, "underline", tr("&Underline"), QStringLiteral("underline"), QKeySequence(tr("Ctrl+U")),
                     tr("A line under the characters in hand; again takes it away"));
    strikeThrough = make(window, "strikeThrough", tr("St&rike through"), QStringLiteral("strikethrough"),
                         QKeySequence(tr("Ctrl+Alt+Z")),
                         tr("A line through the characters in hand, as through an old "
                            "price; again takes it away"));
    putCharacter = make(window, "putCharacter", tr("Put in a c&haracter…"), QStringLiteral("omega"),
                        QKeySequence(tr("Ctrl+Alt+Y")), tr("Any character of the font, found by its name"));
}

void Actions::makeOutlines(QWidget* window)
{
    drawOutline =
        make(window, "drawOutline", tr("&Draw an outline"), QStringLiteral("pen-tool"),
             QKeySequence(tr("Ctrl+Shift+Y")), tr("A shape of points and curves: click for corners, drag for curves"));
    joinShapes = make(window, "joinShapes", tr("&Join"), QStringLiteral("squares-unite"),
                      QKeySequence(tr("Ctrl+Alt+9")), tr("One shape of all that are in hand"));
    cutOut = make(window, "cutOut", tr("C&ut out"), QStringLiteral("squares-subtract"), QKeySequence(tr("Ctrl+Alt+0")),
                  tr("What lies over the lowest shape in hand is cut out of it"));
    keepCommon = make(window, "keepCommon", tr("Keep what they &share"), QStringLiteral("squares-intersect"), {},
                      tr("Only what all shapes in hand cover stays"));
    mirrorAcross = make(window, "mirrorAcross", tr("&Mirror across"), QStringLiteral("flip-vertical-2"), {},
                        tr("Left becomes right"));
    mirrorDown = make(window, "mirrorDown", tr("Mirror &down"), QStringLiteral("flip-horizontal-2"), {},
                      tr("Head becomes foot"));
    putInside = make(window, "putInside", tr("Put it &into the shape"), QStringLiteral("square-dashed"), {},
                     tr("A picture or a text and a shape in hand: it takes the shape's outline"));
}

void Actions::makePlacing(QWidget* window)
{
    placePicture =
        make(window, "placePicture", tr("Place a &picture…"), QStringLiteral("image"), QKeySequence(tr("Ctrl+Shift+P")),
             tr("Fill the panel with a picture, a drawing or a page, out to the bleed"));
    addText = make(window, "addText", tr("Add &text"), QStringLiteral("type"), QKeySequence(tr("Ctrl+Shift+T")),
                   tr("Set text in the safe area of the panel"));
    addTint = make(window, "addTint", tr("&Tint the panel"), QStringLiteral("paint-bucket"),
                   QKeySequence(tr("Ctrl+Shift+I")), tr("Lay an ink over the panel, out to the bleed"));
    tintFace = make(window, "tintFace", tr("Tint the &face"), QStringLiteral("square"), QKeySequence(tr("Ctrl+Alt+T")),
                    tr("Lay an ink under everything on the face, out to the bleed"));
    addShape = make(window, "addShape", tr("Add a &shape"), QStringLiteral("shapes"), QKeySequence(tr("Ctrl+Shift+O")),
                    tr("A rectangle, ellipse, line or polygon on the panel"));
    addCode = make(window, "addCode", tr("Add a &code"), QStringLiteral("qr-code"), QKeySequence(tr("Ctrl+Shift+Q")),
                   tr("A QR code, an article number or a Code 128"));
    pickInk = make(window, "pickInk", tr("P&ick an ink"), QStringLiteral("pipette"), QKeySequence(tr("Ctrl+Alt+I")),
                   tr("Take the colour under the next click as an ink of the job"));
    proposeFocus = make(window, "proposeFocus", tr("Find what &matters in a picture"), QStringLiteral("focus"),
                        QKeySequence(tr("Ctrl+Shift+X")),
                        tr("Looks at the picture and moves it so that what the eye goes to stays in its frame"));
    press = make(window, "press", tr("P&ress and paper…"), QStringLiteral("droplets"), QKeySequence(tr("Ctrl+Alt+R")),
                 tr("The profile colours are converted and shown through, and how much ink the paper takes"));
    files = make(window, "files", tr("F&iles…"), QStringLiteral("files"), QKeySequence(tr("Ctrl+Shift+F")),
                 tr("Every file the job uses: is it there, has it changed, is it fine enough"));
    keepBlock = make(window, "keepBlock", tr("&Keep as a house block…"), QStringLiteral("archive"),
                     QKeySequence(tr("Ctrl+Shift+H")),
                     tr("Put what is in hand on the shelf, with its files, styles and inks, for other jobs"));
    blocks = make(window, "blocks", tr("&House blocks…"), QStringLiteral("blocks"), QKeySequence(tr("Ctrl+Alt+H")),
                  tr("Logos, contact lines and pages kept for all jobs"));
    pictureFrame = make(window, "pictureFrame", tr("&Draw a frame for a picture"), QStringLiteral("square-dashed"),
                        QKeySequence(tr("Ctrl+Alt+F")), tr("A frame that waits for its picture and says which it is"));
    wordsFrame = make(window, "wordsFrame", tr("Dra&w a frame for words"), QStringLiteral("square-dashed-text"),
                      QKeySequence(tr("Ctrl+Alt+W")), tr("A frame that waits for its words and says which they are"));
    usualFrames =
        make(window, "usualFrames", tr("Put the &usual frames here"), QStringLiteral("panels-top-left"),
             QKeySequence(tr("Ctrl+Alt+U")),
             tr("What usually stands on such a panel, as frames that wait: a title, a picture, contact lines"));
    placeText = make(window, "placeText", tr("Place a te&xt file…"), QStringLiteral("file-text"),
                     QKeySequence(tr("Ctrl+Alt+X")),
                     tr("The words of a DOCX, ODT, RTF, Markdown or plain text file, with their headings and tables"));
    addPasteOver =
        make(window, "addPasteOver", tr("Paste &over"), QStringLiteral("eraser"), QKeySequence(tr("Ctrl+Alt+Q")),
             tr("A piece of paper colour over what must not print, as old page numbers; on many pages, too"));
    whatIsCovered =
        make(window, "whatIsCovered", tr("What is &covered…"), QStringLiteral("scan"), QKeySequence(tr("Ctrl+Alt+V")),
             tr("Looks under every paste-over and tells which covers nothing, or cuts through words"));
    textLooks =
        make(window, "textLooks", tr("&Looks of the text…"), QStringLiteral("type"), QKeySequence(tr("Ctrl+Alt+J")),
             tr("Sizes, fonts and inks of headings and text over the whole job; what differs is made the same"));
    addTable = make(window, "addTable", tr("Add a ta&ble…"), QStringLiteral("table"), QKeySequence(tr("Ctrl+Alt+D")),
                    tr("Rows and columns that are typed, pasted, or taken from a CSV file or a spreadsheet"));
    makeMaster =
        make(window, "makeMaster", tr("Make a m&aster"), QStringLiteral("stamp"), QKeySequence(tr("Ctrl+Shift+R")),
             tr("What is in hand shows on every page, or wherever it is to; with nothing in hand, an empty "
                "master to put it on"));
    takeSupplied = make(window, "takeSupplied", tr("Use &supplied artwork…"), QStringLiteral("file-input"),
                        QKeySequence(tr("Ctrl+Shift+U")), tr("Use a customer's finished PDF as the whole face"));
    dropSupplied = make(window, "dropSupplied", tr("Re&move supplied artwork"), QStringLiteral("x"), {},
                        tr("Take the customer's PDF off this face"));
}

void Actions::makePages(QWidget* window)
{
    bringIn = make(window, "bringIn", tr("&Bring in pages…"), QStringLiteral("import"), QKeySequence(tr("Ctrl+B")),
                   tr("Finished pages and pictures from files, in their order"));
    bringInFolder =
        make(window, "bringInFolder", tr("Bring in a &folder…"), QStringLiteral("folder-open"),
             QKeySequence(tr("Ctrl+Shift+B")), tr("All pages and pictures of a folder, as people count them"));
    nextPage = make(window, "nextPage", tr("&Next page"), QStringLiteral("chevron-right"),
                    QKeySequence(tr("Ctrl+PgDown")), tr("Work on the page a reader meets next"));
    pageBefore = make(window, "pageBefore", tr("&Page before"), QStringLiteral("chevron-left"),
                      QKeySequence(tr("Ctrl+PgUp")), tr("Work on the page before this one"));
    // The rest have keys only while the keyboard is on the pages: elsewhere those are letters.
    const auto here = [window](const char* name, const QString& text, const QString& icon, const QKeySequence& key,
                               const QString& tip) {
        QAction* action = make(window, name, text, icon, key, tip);
        action->setShortcutContext(Qt::WidgetShortcut);
        return action;
    };
    openPage = here("openPage", tr("&Open"), QStringLiteral("book-open"), QKeySequence(Qt::Key_F2),
                    tr("Work on the page on the Flat; Enter does it, too"));
    insertPage = here("insertPage", tr("&Put in"), QStringLiteral("square-plus"), QKeySequence(Qt::Key_Insert),
                      tr("An empty page before those taken; at the end when none is"));
    turnPages = here("turnPages", tr("&Turn"), QStringLiteral("rotate-cw"), QKeySequence(Qt::Key_T),
                     tr("Turn what is supplied by a quarter, clockwise"));
    reversePages = here("reversePages", tr("&Reverse"), QStringLiteral("arrow-right-left"), QKeySequence(Qt::Key_R),
                        tr("The last of the pages taken comes first"));
    swapPages = here("swapPages", tr("S&wap"), QStringLiteral("arrow-left-right"), QKeySequence(Qt::Key_S),
                     tr("The two pages taken change places"));
    movePagesBack = here("movePagesBack", tr("Move &forward in the order"), {}, QKeySequence(tr("Ctrl+Left")),
                         tr("The pages taken come one place earlier"));
    movePagesOn = here("movePagesOn", tr("Move b&ack in the order"), {}, QKeySequence(tr("Ctrl+Right")),
                       tr("The pages taken come one place later"));
    stateNothing = here("stateNothing", tr("&Nothing yet"), {}, QKeySequence(Qt::Key_N), tr("Nobody has begun it"));
    stateInWork = here("stateInWork", tr("In &work"), {}, QKeySequence(Qt::Key_W), tr("Begun, not finished"));
    stateQuestion = here("stateQuestion", tr("&Question…"), {}, QKeySequence(Qt::Key_Q), tr("It waits for an answer"));
    statePassed = here("statePassed", tr("Pa&ssed"), {}, QKeySequence(Qt::Key_P), tr("Looked at and found good"));
}

void Actions::makeRecords(QWidget* window)
{
    numberCopies = make(window, "numberCopies", tr("N&umber the copies"), QStringLiteral("hash"),
                        QKeySequence(tr("Ctrl+Alt+N")), tr("Each copy gets the next number of a series"));
    bringData = make(window, "bringData", tr("Bring in &data…"), QStringLiteral("table-2"),
                     QKeySequence(tr("Ctrl+Alt+B")), tr("Each copy gets a row of a CSV file"));
    nextRecord = make(window, "nextRecord", tr("Next re&cord"), QStringLiteral("chevron-right"),
                      QKeySequence(tr("Ctrl+Shift+PgDown")), tr("Look at the piece for the next record"));
    recordBefore = make(window, "recordBefore", tr("Record &before"), QStringLiteral("chevron-left"),
                        QKeySequence(tr("Ctrl+Shift+PgUp")), tr("Look at the piece for the record before this one"));
}

void Actions::makeDummy(QWidget* window)
{
    stepBack = make(window, "stepBack", tr("One step &back"), QStringLiteral("step-back"), QKeySequence(tr("Ctrl+,")),
                    tr("Unfold the last fold, or turn a leaf back"));
    playSteps = make(window, "playSteps", tr("&Fold by itself"), QStringLiteral("play"), QKeySequence(Qt::Key_F7),
                     tr("Fold, or turn the leaves, slowly and one after the other; again to stop"));
    stepOn = make(window, "stepOn", tr("One step &on"), QStringLiteral("step-forward"), QKeySequence(tr("Ctrl+.")),
                  tr("Make the next fold, or turn a leaf"));
    openSpot = make(window, "openSpot", tr("Open on the F&lat"), QStringLiteral("square-arrow-out-up-right"),
                    QKeySequence(tr("Ctrl+Alt+L")), tr("Bring what is pointed at onto the Flat, to change it"));
    readThrough = make(window, "readThrough", tr("&Read through"), QStringLiteral("eye"), QKeySequence(Qt::Key_F8),
                       tr("The whole window: what a customer sees, one thing after the other"));
    printDummy = make(window, "printDummy", tr("&Print a dummy…"), QStringLiteral("printer"), QKeySequence::Print,
                      tr("A PDF for an office printer, to cut and fold: roles, pages, folds"));
    dummyPicture = make(window, "dummyPicture", tr("Pi&cture…"), QStringLiteral("camera"),
                        QKeySequence(tr("Ctrl+Alt+P")), tr("Save a picture of the piece as it is shown"));
    dummyFilm = make(window, "dummyFilm", tr("Fil&m…"), QStringLiteral("film"), QKeySequence(tr("Ctrl+Alt+M")),
                     tr("Save a short film of how it folds, or of how it is read"));
    // On buttons that stand beside the piece.
    readThrough->setIconText(tr("Read it"));
    printDummy->setIconText(tr("Print it…"));
}

void Actions::makeViews(QWidget* window)
{
    turnOver = make(window, "turnOver", tr("&Turn over"), QStringLiteral("flip-horizontal-2"),
                    QKeySequence(tr("Ctrl+T")), tr("Show the other face"));
    nextView = make(window, "nextView", tr("Next &view of the paper"), QStringLiteral("layers"),
                    QKeySequence(Qt::Key_F6), tr("Working, as printed, as trimmed, proof, one ink"));
    zoomIn = make(window, "zoomIn", tr("Zoom &in"), QStringLiteral("zoom-in"), QKeySequence::ZoomIn,
                  tr("Show the paper larger"));
    zoomOut = make(window, "zoomOut", tr("Zoom &out"), QStringLiteral("zoom-out"), QKeySequence::ZoomOut,
                   tr("Show the paper smaller"));
    nextMark = make(window, "nextMark", tr("Next printer's &mark"), {}, QKeySequence(tr("Ctrl+M")),
                    tr("Bring the next mark of the press sheet near"));
    markBefore = make(window, "markBefore", tr("Mark &before"), {}, QKeySequence(tr("Ctrl+Shift+M")),
                      tr("Bring the mark before near"));
    zoomFit = make(window, "zoomFit", tr("&Fit"), QStringLiteral("maximize"), QKeySequence(tr("Ctrl+0")),
                   tr("Show all of the paper"));
    darkTheme = make(window, "darkTheme", tr("&Dark theme"), QStringLiteral("sun-moon"), {},
                     tr("Darken the window; the paper stays white"));
    darkTheme->setCheckable(true);

    stageBrief = make(window, "stageBrief", tr("&Brief"), {}, {}, tr("What it is: sizes, paper, folds"));
    // The window gives these their keys, by their place in the strip.
    stageSequence = make(window, "stageSequence", tr("S&equence"), {}, {},
                         tr("The pages in their order, or the copies and their records"));
    stageFlat = make(window, "stageFlat", tr("&Flat"), {}, {}, tr("Design faces and pages"));
    stageDummy = make(window, "stageDummy", tr("D&ummy"), {}, {}, tr("Fold it, open it, turn its leaves"));
    stageSheet = make(window, "stageSheet", tr("&Sheet"), {}, {}, tr("Lay the piece out on the press sheet"));
    stageRelease = make(window, "stageRelease", tr("&Release"), {}, {}, tr("Settle findings and write the files"));

    keys = make(window, "keys", tr("&Keys"), QStringLiteral("keyboard"), QKeySequence::HelpContents,
                tr("What the keyboard does"));
    about = make(window, "about", tr("&About"), QStringLiteral("info"), {},
                 tr("Version, licence and what ships with the program"));
    about->setMenuRole(QAction::AboutRole);
}

void Actions::refreshIcons(const QWidget* window)
{
    const QColor colour = Theme::of(window).ink;
    for (QAction* action : window->actions())
        if (const QString icon = action->property("iconName").toString(); !icon.isEmpty())
            action->setIcon(themedIcon(icon, colour));
}

} // namespace hinge
