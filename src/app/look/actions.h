// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAction>
#include <QObject>

class QWidget;

namespace hinge
{

/// Every action of the window, made in one place with its text, icon, shortcut and status tip.
struct Actions {
    explicit Actions(QWidget* window);
    /// Draws the icons in the colour of the theme in use.
    void refreshIcons(const QWidget* window);

    QAction *newJob, *keepPreset, *stocks, *exportDocket, *open, *save, *saveAs, *exportFlat, *exportPages,
        *exportCopies, *exportSheets, *exportKnife, *gang, *quit;
    QAction *undo = nullptr, *redo = nullptr; // made by the history
    QAction *copy, *cut, *paste, *selectAll;
    QAction *duplicate, *remove, *bringForward, *sendBack, *repeatOnPanels, *repeatInColumns, *copyInRows, *scale;
    QAction *group, *ungroup, *lock;
    QAction *alignLeft, *alignCentre, *alignRight, *alignHead, *alignMiddle, *alignFoot, *distributeAcross,
        *distributeDown;
    QAction *placePicture, *addText, *placeText, *addTable, *addTint, *tintFace, *addShape, *addCode, *pickInk,
        *proposeFocus, *files, *press, *takeSupplied, *dropSupplied;
    QAction *underline, *strikeThrough, *putCharacter, *textLooks;
    QAction *addPasteOver, *whatIsCovered;
    QAction *drawOutline, *joinShapes, *cutOut, *keepCommon, *mirrorAcross, *mirrorDown, *putInside;
    QAction *keepBlock, *blocks;
    QAction *pictureFrame, *wordsFrame, *usualFrames, *makeMaster;
    QAction *turnOver, *nextView, *zoomIn, *zoomOut, *zoomFit, *nextMark, *markBefore, *darkTheme;
    QAction *bringIn, *bringInFolder, *openPage, *insertPage, *turnPages, *reversePages, *swapPages, *movePagesBack,
        *movePagesOn, *stateNothing, *stateInWork, *stateQuestion, *statePassed;
    QAction *nextPage, *pageBefore;
    QAction *numberCopies, *bringData, *nextRecord, *recordBefore;
    QAction *stepBack, *stepOn, *playSteps, *openSpot, *readThrough, *printDummy, *dummyPicture, *dummyFilm;
    QAction *stageBrief, *stageSequence, *stageFlat, *stageDummy, *stageSheet, *stageRelease;
    QAction *keys, *about;

private:
    void makeFiles(QWidget* window);
    void makeEditing(QWidget* window);
    void makeArranging(QWidget* window);
    void makeWriting(QWidget* window);
    void makeOutlines(QWidget* window);
    void makePlacing(QWidget* window);
    void makePages(QWidget* window);
    void makeRecords(QWidget* window);
    void makeDummy(QWidget* window);
    void makeViews(QWidget* window);
};

} // namespace hinge
