// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QComboBox>
#include <QLineEdit>
#include <functional>

namespace hinge
{

/// Says what is wrong right below the field it is about, until the field is right again.
void showFieldProblem(QWidget* field, const QString& message);
void hideFieldProblem(QWidget* field);
/// The same, and the field itself looks wrong; nothing where it is right again.
void markField(QWidget* field, const QString& message);

/// A line that edits one part of the job. Valid text takes effect while it is typed; a problem is shown
/// when the user leaves or presses Enter, and the job is then as it was before the typing began, so that
/// nothing half typed stays behind. Escape puts it back, too.
class JobField : public QLineEdit
{
    Q_OBJECT

public:
    using Show = std::function<QString(const Job&)>;
    using Apply = std::function<Result<void>(Job&, const QString&)>;

    /// `what` names the step in the history.
    JobField(Document& document, QString what, Show show, Apply apply, QWidget* parent = nullptr);

    /// For lengths: reads any unit, fraction or sum. `shown` tells the value without touching the job.
    static JobField* forLength(Document& document, const QString& what, std::function<Length(const Job&)> shown,
                               std::function<Length&(Job&)> part, QWidget* parent = nullptr);
    /// The same where a copy of the job may be touched to tell it: not for what stands on surfaces.
    static JobField* forLength(Document& document, const QString& what, std::function<Length&(Job&)> part,
                               QWidget* parent = nullptr);
    /// For whole numbers; thousands may be parted by commas or spaces.
    static JobField* forNumber(Document& document, const QString& what, std::function<int(const Job&)> shown,
                               std::function<int&(Job&)> part, QWidget* parent = nullptr);
    /// For whole numbers whose change takes more than a number, or may be refused.
    static JobField* forCount(Document& document, const QString& what, std::function<int(const Job&)> shown,
                              std::function<Result<void>(Job&, int)> set, QWidget* parent = nullptr);
    /// As for lengths: not for what stands on surfaces.
    static JobField* forNumber(Document& document, const QString& what, std::function<int&(Job&)> part,
                               QWidget* parent = nullptr);

    /// Asked when a typed value has taken effect: what should be told about it, given the job before and after. Empty
    /// for nothing.
    void setRemark(std::function<QString(Job before, Job after)> remark) { remark_ = std::move(remark); }

    /// Sized to its text, as a word in a sentence.
    void setFitsText(bool fits);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

    /// Shows the job's value again (unless the user is typing here).
    void refresh();

protected:
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    /// A click that brings the keyboard takes all there is, so that what is typed next replaces it.
    void mouseReleaseEvent(QMouseEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    Result<void> tryApply();
    void commit();
    void takeBack();
    void setWrong(const QString& message);

    bool wrong_ = false;
    bool stale_ = false; ///< the job changed while it was not in view
    Document& document_;
    QString what_;
    Show show_;
    Apply apply_;
    std::function<QString(Job, Job)> remark_;
    bool fitsText_ = false;
    bool typing_ = false;
    bool clickedInto_ = false;
    int heldWidth_ = 0;          ///< while it has the keyboard a word of the sentence only grows
    Job before_;                 ///< when the typing began
    std::optional<Job> applied_; ///< what the typing has made of it so far
    int session_ = 0;
};

/// A choice that edits one part of the job.
class JobChoice : public QComboBox
{
    Q_OBJECT

public:
    struct Option {
        QString text;
        std::function<bool(const Job&)> isChosen;
        std::function<void(Job&)> choose;
    };
    JobChoice(Document& document, QString what, std::vector<Option> options, QWidget* parent = nullptr);
    /// Shown when no option fits what the job has.
    void setOther(std::function<QString(const Job&)> other);
    void refresh();
    void wheelEvent(QWheelEvent* event) override;
    /// As wide as its longest entry.
    void showPopup() override;
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

protected:
    void showEvent(QShowEvent* event) override;

private:
    bool stale_ = false; ///< the job changed while it was not in view
    Document& document_;
    QString what_;
    std::vector<Option> options_;
    std::function<QString(const Job&)> other_;
};

} // namespace hinge
