// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/characters_dialog.h"

#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "paint/text_painter.h"

#include <QAbstractListModel>
#include <QDialogButtonBox>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPainter>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace hinge
{

class CharactersModel : public QAbstractListModel
{
public:
    CharactersModel(const FontFace& font, QObject* parent)
        : QAbstractListModel(parent), all_(charactersOf(font)), shown_(all_)
    {
    }
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override
    {
        return parent.isValid() ? 0 : int(shown_.size());
    }
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override
    {
        const NamedCharacter& character = at(index);
        if (role == Qt::EditRole)
            return QString::fromUcs4(&character.code, 1);
        if (role == Qt::AccessibleTextRole)
            return character.name;
        if (role == Qt::ToolTipRole)
            return plainTip(character.name);
        return {};
    }
    [[nodiscard]] const NamedCharacter& at(const QModelIndex& index) const { return shown_[std::size_t(index.row())]; }
    void show(const QString& typed)
    {
        beginResetModel();
        shown_ = charactersNamed(all_, typed);
        endResetModel();
    }

private:
    const std::vector<NamedCharacter> all_;
    std::vector<NamedCharacter> shown_;
};

namespace
{

constexpr int cellSide = 44;

/// Paints each as the text will have it, from the font's own outlines.
class CharacterDelegate : public QStyledItemDelegate
{
public:
    CharacterDelegate(const FontFace& font, QObject* parent) : QStyledItemDelegate(parent), font_(font) {}
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override
    {
        return {cellSide, cellSide};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& theme = Theme::of(option.widget);
        const bool chosen = option.state.testFlag(QStyle::State_Selected);
        if (chosen || option.state.testFlag(QStyle::State_MouseOver)) {
            painter->setPen(Qt::NoPen);
            painter->setBrush(chosen ? theme.accentTint : theme.slip);
            painter->drawRoundedRect(option.rect.adjusted(2, 2, -2, -2), 3, 3);
        }
        Paragraph paragraph{index.data(Qt::EditRole).toString(), {}, {}};
        paragraph.style.font = font_.name();
        paragraph.style.size = Length::points(60);
        paragraph.style.align = Align::Centre;
        const TextLayout layout = layOutText({paragraph}, {Length::mm(60), Length::mm(60)}, FontLibrary::installed());
        painter->save();
        // The painter of texts works in millimetres: the cell is 60 of them wide.
        painter->translate(option.rect.topLeft() + QPointF(0, cellSide * 0.14));
        painter->scale(cellSide / 60.0, cellSide / 60.0);
        text_.paint(*painter, layout, [&](const QString&, Percent) { return theme.ink; });
        painter->restore();
    }

private:
    const FontFace& font_;
    mutable TextPainter text_;
};

} // namespace

CharactersDialog::CharactersDialog(const FontFace& font, QWidget* parent)
    : QDialog(parent), model_(new CharactersModel(font, this)), list_(new QListView), search_(new QLineEdit),
      about_(plainLabel())
{
    setObjectName(QStringLiteral("charactersDialog"));
    setWindowTitle(tr("Characters of %1").arg(font.name()));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    search_->setObjectName(QStringLiteral("characters.search"));
    search_->setAccessibleName(tr("Name of the character"));
    search_->setPlaceholderText(tr("a name, as euro, arrow or one half"));
    search_->setClearButtonEnabled(true);
    column->addWidget(search_);
    list_->setObjectName(QStringLiteral("characters.list"));
    list_->setAccessibleName(tr("Characters"));
    list_->setViewMode(QListView::IconMode);
    list_->setMovement(QListView::Static);
    list_->setResizeMode(QListView::Adjust);
    list_->setUniformItemSizes(true);
    list_->setMouseTracking(true);
    list_->setModel(model_);
    list_->setItemDelegate(new CharacterDelegate(font, list_));
    list_->setMinimumSize(cellSide * 11 + 30, cellSide * 7);
    column->addWidget(list_, 1);
    about_->setObjectName(QStringLiteral("characters.about"));
    about_->setProperty("role", QStringLiteral("note"));
    column->addWidget(about_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    auto* put = buttons->addButton(tr("Put in"), QDialogButtonBox::ActionRole);
    put->setObjectName(QStringLiteral("characters.put"));
    put->setDefault(true);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(put, &QPushButton::clicked, this, &CharactersDialog::choose);
    connect(search_, &QLineEdit::textChanged, this, &CharactersDialog::search);
    connect(list_, &QListView::doubleClicked, this, &CharactersDialog::choose);
    connect(list_->selectionModel(), &QItemSelectionModel::currentChanged, this, &CharactersDialog::tell);
    search({});
}

void CharactersDialog::search(const QString& typed)
{
    model_->show(typed);
    if (model_->rowCount() > 0)
        list_->setCurrentIndex(model_->index(0));
    tell();
}

void CharactersDialog::tell()
{
    const QModelIndex now = list_->currentIndex();
    if (!now.isValid())
        return about_->setText(tr("The font has no character of that name."));
    const NamedCharacter& character = model_->at(now);
    about_->setText(tr("%1, U+%2, %3")
                        .arg(character.name, QString::number(character.code, 16).toUpper().rightJustified(4, u'0'),
                             character.block));
}

void CharactersDialog::choose()
{
    if (const QModelIndex now = list_->currentIndex(); now.isValid())
        Q_EMIT chosen(now.data(Qt::EditRole).toString());
}

} // namespace hinge
