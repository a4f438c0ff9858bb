// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief/sheets_list.h"

#include "app/look/theme.h"

#include <QPainter>
#include <QStyledItemDelegate>

namespace hinge
{
namespace
{

QString sideText(const Job& job, const Book& book, const BookSheet& sheet, int side)
{
    QStringList pages;
    for (const auto& spot : sheet.sides[std::size_t(side)]) {
        const QString number = folio(job, spot.page, book.pages);
        pages << (number.isEmpty() ? SheetsList::tr("page %1").arg(spot.page) : number);
    }
    return pages.join(QStringLiteral(" | "));
}

class SheetDelegate : public QStyledItemDelegate
{
public:
    SheetDelegate(Document& document, BookSheetsModel& model, QObject* parent)
        : QStyledItemDelegate(parent), document_(document), model_(model)
    {
    }

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const BookSheet& sheet = model_.sheet(index.row());
        const double cell = cellWidth(option.rect.width(), sheet);
        return {option.rect.width(), int(cell * ratio() * sheet.rows) + 22 + captionOf(index.row())};
    }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        const BookSheet& sheet = model_.sheet(index.row());
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRectF row = QRectF(option.rect).adjusted(0, captionOf(index.row()), 0, 0);
        const double w = cellWidth(option.rect.width(), sheet);
        const double h = w * ratio();
        p->setPen(t.ink);
        p->setFont(uiFont(type::label, QFont::Bold));
        p->drawText(QRectF(row.x() + 12, row.y() + 10, 94, 18), Qt::AlignLeft | Qt::AlignVCenter,
                    sheetName(document_.job().kind, sheet));
        p->setPen(t.ink2);
        p->setFont(uiFont(type::note));
        const QString creep = rulesOf(document_.job().kind).binding == Binding::Stapled
                                  ? SheetsList::tr("creep\n%1").arg(formatThickness(sheet.creep, document_.job().unit))
                                  : SheetsList::tr("%1 pages").arg(sheet.pages);
        p->drawText(QRectF(row.x() + 12, row.y() + 28, 94, 30), Qt::AlignLeft | Qt::AlignTop, creep);
        for (int side = 0; side < 2; ++side) {
            const double x0 = row.x() + 110 + side * (w * sheet.columns + 26);
            if (index.row() == 0) {
                p->setPen(t.ink2);
                p->setFont(uiFont(type::note));
                p->drawText(QRectF(x0, row.y() - 10, w * sheet.columns, 16), Qt::AlignLeft | Qt::AlignVCenter,
                            side == 0 ? SheetsList::tr("outer side") : SheetsList::tr("inner side"));
            }
            for (int r = 0; r < sheet.rows; ++r)
                for (int c = 0; c < sheet.columns; ++c)
                    paintPage(*p, QRectF(x0 + c * w, row.y() + 10 + r * h, w, h), sheet.at(side, c, r));
            if (side == 0 && sheet.mark)
                paintMark(*p, *sheet.mark, x0, row.y() + 10, w, h);
        }
        p->restore();
    }

private:
    void paintMark(QPainter& p, const BookSheet::CollatingMark& mark, double x0, double y0, double w, double h) const
    {
        const double perMm = h / document_.job().page.h.toMm();
        p.fillRect(QRectF(x0 + mark.fold * w - 1.5, y0 + mark.row * h + mark.top.toMm() * perMm, 3,
                          std::max(2.0, mark.height.toMm() * perMm)),
                   Qt::black);
    }
    /// The first row says what its two sides are.
    static int captionOf(int row) { return row == 0 ? 14 : 0; }
    [[nodiscard]] double ratio() const { return document_.job().page.h.toMm() / document_.job().page.w.toMm(); }
    [[nodiscard]] double cellWidth(int width, const BookSheet& sheet) const
    {
        return std::min({(width - 110 - 26 - 16) / 2.0 / sheet.columns, sheet.rows == 1 ? 68.0 : 54.0,
                         150.0 / sheet.rows / ratio()});
    }
    void paintPage(QPainter& p, const QRectF& r, const BookSheet::Spot& spot) const
    {
        const Book& book = *document_.plan().book;
        const bool blank = std::ranges::find(book.blanks, spot.page) != book.blanks.end();
        p.fillRect(r, QColor(0xFF, 0xFE, 0xFA));
        if (blank)
            p.fillRect(r, QBrush(QColor(0xB9, 0x85, 0x2A, 90), Qt::BDiagPattern));
        p.setPen(QPen(QColor(0x8A, 0x90, 0x96), 1));
        p.setBrush(Qt::NoBrush);
        p.drawRect(r);
        p.save();
        p.translate(r.center());
        if (spot.headDown)
            p.rotate(180);
        // The number, and a short line at the head of the page, so that its direction is seen.
        const QString number = folio(document_.job(), spot.page, book.pages);
        p.setPen(QColor(0x20, 0x26, 0x2D));
        p.setFont(uiFont(r.width() < 30 ? type::note : type::label, QFont::DemiBold));
        p.drawText(QRectF(-r.width() / 2, -r.height() / 2, r.width(), r.height()), Qt::AlignCenter,
                   number.isEmpty() ? QStringLiteral("–") : number);
        p.setPen(QPen(QColor(0x1D, 0x6A, 0x66), 1.4));
        p.drawLine(QPointF(-r.width() / 5, -r.height() / 2 + 4), QPointF(r.width() / 5, -r.height() / 2 + 4));
        p.restore();
    }

    Document& document_;
    BookSheetsModel& model_;
};

} // namespace

BookSheetsModel::BookSheetsModel(Document& document, QObject* parent) : QAbstractListModel(parent), document_(document)
{
    const auto reset = [this] {
        beginResetModel();
        rows_ = document_.plan().book ? int(document_.plan().book->sheets.size()) : 0;
        endResetModel();
    };
    connect(&document_, &Document::changed, this, reset);
    reset();
}

int BookSheetsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : rows_; }

QVariant BookSheetsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rows_ || !document_.plan().book)
        return {};
    if (role != Qt::AccessibleTextRole && role != Qt::ToolTipRole)
        return {};
    const Book& book = *document_.plan().book;
    const BookSheet& s = sheet(index.row());
    return tr("Sheet %1: outer side %2; inner side %3")
        .arg(s.number)
        .arg(sideText(document_.job(), book, s, 0), sideText(document_.job(), book, s, 1));
}

SheetsList::SheetsList(Document& document, QWidget* parent) : QListView(parent), model_(document)
{
    setObjectName(QStringLiteral("brief.sheets"));
    setAccessibleName(tr("Sheets with the pages of both sides"));
    setModel(&model_);
    setItemDelegate(new SheetDelegate(document, model_, this));
    setSelectionMode(QAbstractItemView::NoSelection);
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setResizeMode(QListView::Adjust);
}

} // namespace hinge
