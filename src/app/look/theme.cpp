// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/theme.h"

#include "paint/plain_font.h"

#include <QApplication>
#include <QFile>
#include <QIconEngine>
#include <QPainter>
#include <QStyleFactory>
#include <QStyleOption>
#include <QSvgRenderer>
#include <QWidget>
#include <map>

namespace hinge
{
namespace
{

QPalette paletteOf(const Theme& t)
{
    QPalette p;
    p.setColor(QPalette::Window, t.desk);
    p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Base, t.work);
    p.setColor(QPalette::AlternateBase, t.slip);
    p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::Button, t.slip);
    p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::Highlight, t.accent);
    p.setColor(QPalette::HighlightedText, t.onAccent);
    p.setColor(QPalette::ToolTipBase, t.slip);
    p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(QPalette::PlaceholderText, t.ink2);
    p.setColor(QPalette::Link, t.accent);
    p.setColor(QPalette::Mid, t.line);
    p.setColor(QPalette::Disabled, QPalette::Text, t.ink2);
    p.setColor(QPalette::Disabled, QPalette::WindowText, t.ink2);
    p.setColor(QPalette::Disabled, QPalette::ButtonText, t.ink2);
    return p;
}

QString styleSheetOf(const Theme& t)
{
    QString s = QStringLiteral(R"(
QMenuBar { background: @slip; color: @ink; padding: 2px 8px; border-bottom: 1px solid @line; }
QMenuBar::item { padding: 5px 11px; border-radius: 3px; background: transparent; }
QMenuBar::item:selected { background: @tint; }
QMenu { background: @work; color: @ink; border: 1px solid @line; padding: 4px; }
QMenu::item { padding: 5px 24px 5px 12px; border-radius: 3px; }
QMenu::item:selected { background: @tint; color: @ink; }
QMenu::item:disabled { color: @ink2; }
QMenu::separator { height: 1px; background: @line; margin: 4px 8px; }
QMenu::icon { padding-left: 8px; }
QToolTip { background: @work; color: @ink; border: 1px solid @line; padding: 4px 6px; }
QLineEdit, QSpinBox, QComboBox, QPlainTextEdit {
  background: @work; color: @ink; border: 1px solid @line; border-radius: 3px; padding: 3px 7px;
  selection-background-color: @accent; selection-color: @onaccent; }
QLineEdit[tight="true"] { padding: 3px 2px; }
QLineEdit:hover, QComboBox:hover, QPlainTextEdit:hover { border-color: @ink2; }
QLineEdit:focus, QComboBox:focus, QPlainTextEdit:focus { border: 1px solid @accent; }
QLineEdit[wrong="true"] { border: 1px solid @brick; background: @bricktint; }
QLineEdit[sentence="true"], QComboBox[sentence="true"] {
  background: @tint; border: 1px solid @accent; font-weight: 600; padding: 3px 8px; }
QLineEdit[sentence="true"]:hover, QComboBox[sentence="true"]:hover { background: @work; }
QLineEdit[sentence="true"]:focus, QComboBox[sentence="true"]:focus { background: @work; border: 2px solid @accent; padding: 2px 7px; }
QLineEdit[sentence="true"][wrong="true"] { border: 2px solid @brick; background: @bricktint; padding: 2px 7px; }
QLineEdit[bare="true"] { background: transparent; border: 1px solid transparent; padding: 1px 3px; margin-left: -4px; }
QLineEdit[bare="true"]:hover { border-color: @line; }
QLineEdit[bare="true"]:focus { border-color: @accent; background: @work; }
QComboBox::drop-down { border: none; width: 20px; }
QComboBox::down-arrow { image: url(:/hinge/app/caret-@mode.svg); width: 10px; height: 10px; }
QComboBox QAbstractItemView { background: @work; color: @ink; border: 1px solid @line; selection-background-color: @tint; selection-color: @ink; outline: none; padding: 3px; }
QDialogButtonBox { dialogbuttonbox-buttons-have-icons: 0; }
QPushButton { background: @work; color: @ink; border: 1px solid @line; border-radius: 3px; padding: 5px 12px; }
QPushButton:hover { border-color: @accent; }
QPushButton:focus { border: 1px solid @accent; }
QPushButton:pressed { background: @tint; }
QPushButton:disabled { color: @ink2; background: @slip; }
QPushButton::menu-indicator { image: url(:/hinge/app/caret-@mode.svg); width: 10px; height: 10px;
  subcontrol-position: right center; subcontrol-origin: padding; right: 6px; }
QPushButton[leading="true"] { background: @accent; color: @onaccent; border-color: @accent; font-weight: 600; padding: 7px 18px; }
QPushButton[leading="true"]:hover { background: @ink; border-color: @ink; color: @work; }
QPushButton[leading="true"]:disabled { background: @line; border-color: @line; color: @ink2; }
QListWidget[roomy="true"]::item { padding: 6px 8px; border-radius: 3px; }
QListWidget[roomy="true"]::item:selected { background: @tint; color: @ink; }
QListView[ticks="true"] { selection-background-color: @tint; selection-color: @ink; }
QListView[ticks="true"]::item { padding: 2px; border-radius: 3px; }
QListView[ticks="true"]::item:selected { background: @tint; color: @ink; }
QListView[ticks="true"]::indicator { width: 13px; height: 13px; border: 1px solid @ink2; border-radius: 2px;
  background: @work; }
QListView[ticks="true"]::indicator:checked { background: @accent; border-color: @accent;
  image: url(:/hinge/app/tick-@mode.svg); }
QTableView { border: 1px solid @line; border-radius: 3px; selection-background-color: @tint; selection-color: @ink; }
QTableView::item { border: 0; padding: 0 10px; }
QTreeView::item { padding: 3px 0; }
QTreeView { padding: 0 7px; background: palette(base); }
QHeaderView { background: @slip; }
QHeaderView::section { background: @slip; color: @ink2; border: none; border-bottom: 1px solid @line; padding: 7px 10px; }
QTreeView QHeaderView, QTreeView QHeaderView::section { background: palette(base); }
QTreeView QHeaderView::section { padding: 7px 3px; }
QPushButton[tool="true"] { padding: 0; }
QPushButton[pill="true"] { border-radius: 11px; padding: 3px 12px; color: @accent; border-color: @accent; }
QPushButton[pill="true"]:checked { background: @accent; color: @onaccent; }
QPushButton[swatch="true"] { padding: 0; background: transparent; border: 1px solid transparent; border-radius: 13px; }
QPushButton[swatch="true"]:hover { border-color: @line; }
QPushButton[swatch="true"]:focus { border: 2px solid @ink2; }
QPushButton[swatch="true"]:checked { border: 2px solid @accent; }
QPushButton[link="true"] { border: none; background: transparent; color: @accent; padding: 2px 4px; }
QPushButton[link="true"]:hover, QPushButton[link="true"]:focus { text-decoration: underline; }
QSlider::groove:horizontal { height: 5px; border-radius: 2px; background: @line; }
QSlider::sub-page:horizontal { background: @accent; border-radius: 2px; }
QSlider::handle:horizontal { width: 17px; height: 17px; margin: -7px 0; border-radius: 9px; background: @work; border: 2px solid @accent; }
QSlider::handle:horizontal:focus { background: @tint; }
QScrollBar:vertical { width: 10px; background: transparent; margin: 0; }
QScrollBar::handle:vertical { background: @line; border-radius: 4px; min-height: 32px; margin: 1px; }
QScrollBar::handle:vertical:hover { background: @ink2; }
QScrollBar::add-line, QScrollBar::sub-line, QScrollBar::add-page, QScrollBar::sub-page { background: transparent; height: 0; }
QScrollBar:horizontal { height: 10px; background: transparent; }
QScrollBar::handle:horizontal { background: @line; border-radius: 4px; min-width: 32px; margin: 1px; }
QListView, QScrollArea, QScrollArea > QWidget > QWidget { background: transparent; border: none; outline: none; }
QProgressBar { border: none; border-radius: 3px; background: @line; height: 6px; }
QProgressBar::chunk { background: @accent; border-radius: 3px; }
QDialog, QMessageBox, QFileDialog { background: @slip; }
QFrame[role="card"] { background: @slip; border: 1px solid @accent; }
QLabel[role="note"] { color: @ink2; font-size: 12px; }
QLabel[role="section"] { color: @accent; font-size: 11px; font-weight: 700; }
QLabel[role="title"] { font-size: 15px; font-weight: 700; }
QLabel[role="error"] { color: @brick; font-size: 12px; }
QLabel[role="bubble"] { background: @brick; color: white; border-radius: 3px; padding: 5px 9px; font-size: 12px; }
)");
    const std::pair<const char*, QString> tokens[] = {
        {"@slip", t.slip.name()},
        {"@work", t.work.name()},
        {"@onaccent", t.onAccent.name()},
        {"@accent", t.accent.name()},
        {"@tint", t.accentTint.name()},
        {"@ink2", t.ink2.name()},
        {"@ink", t.ink.name()},
        {"@line", t.line.name()},
        {"@bricktint", t.brickTint.name()},
        {"@brick", t.brick.name()},
        {"@mode", t.dark ? QStringLiteral("dark") : QStringLiteral("light")}};
    for (const auto& [token, value] : tokens)
        s.replace(QLatin1String(token), value);
    return s;
}

} // namespace

const Theme& Theme::lightTheme()
{
    static const Theme theme{false,
                             QColor(0xDDD9CE),
                             QColor(0xF6F2E7),
                             QColor(0xFFFEFA),
                             QColor(0xE3DDCB),
                             QColor(0x20262D),
                             QColor(0x59626C),
                             QColor(0xC9C3B4),
                             QColor(0x1D6A66),
                             QColor(0xCFE3DE),
                             QColor(0xFFFFFF),
                             QColor(0x8A6114),
                             QColor(0xF1DFB8),
                             QColor(0xA8452F),
                             QColor(0xF6E0DA)};
    return theme;
}

const Theme& Theme::darkTheme()
{
    static const Theme theme{true,
                             QColor(0x23262A),
                             QColor(0x2E3237),
                             QColor(0x3A3F45),
                             QColor(0x292D31),
                             QColor(0xECE8DD),
                             QColor(0xB4BABF),
                             QColor(0x4B5158),
                             QColor(0x6FB9B2),
                             QColor(0x274644),
                             QColor(0x14201F),
                             QColor(0xD9A94F),
                             QColor(0x4A3C20),
                             QColor(0xE58D76),
                             QColor(0x4A2C26)};
    return theme;
}

const Theme& Theme::of(const QWidget* widget)
{
    return widget->palette().color(QPalette::WindowText).lightness() > 128 ? darkTheme() : lightTheme();
}

QFont uiFont(int pixels, QFont::Weight weight) { return plainFont(pixels, weight); }

void applyColours(QApplication& application, bool dark)
{
    const Theme& theme = dark ? Theme::darkTheme() : Theme::lightTheme();
    application.setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    application.setFont(uiFont(type::body));
    application.setPalette(paletteOf(theme));
}

void applyStyleSheet(QApplication& application, bool dark)
{
    application.setStyleSheet(styleSheetOf(dark ? Theme::darkTheme() : Theme::lightTheme()));
}

void applyTheme(QApplication& application, bool dark)
{
    applyColours(application, dark);
    applyStyleSheet(application, dark);
}

namespace
{

QString iconFile(const QString& name) { return QStringLiteral(":/hinge/icons/%1.svg").arg(name); }

/// Draws an icon when it is shown: of the hundred actions of the window few are in view.
class DrawnIcon : public QIconEngine
{
public:
    DrawnIcon(QString name, const QColor& colour) : name_(std::move(name)), colour_(colour) {}

    QIconEngine* clone() const override { return new DrawnIcon(name_, colour_); } // the icon takes it over
    QPixmap pixmap(const QSize& size, QIcon::Mode mode, QIcon::State) override
    {
        QPixmap& drawn = drawn_[{size.width(), size.height()}];
        if (drawn.isNull()) {
            drawn = QPixmap(size);
            drawn.fill(Qt::transparent);
            QPainter p(&drawn);
            QSvgRenderer(svg()).render(&p);
        }
        QStyleOption option;
        return mode == QIcon::Disabled ? QApplication::style()->generatedIconPixmap(mode, drawn, &option) : drawn;
    }
    void paint(QPainter* painter, const QRect& rect, QIcon::Mode mode, QIcon::State state) override
    {
        QPixmap drawn = pixmap(rect.size() * painter->device()->devicePixelRatio(), mode, state);
        drawn.setDevicePixelRatio(painter->device()->devicePixelRatio());
        painter->drawPixmap(rect, drawn);
    }

private:
    [[nodiscard]] QByteArray svg() const
    {
        QFile file(iconFile(name_));
        if (!file.open(QIODevice::ReadOnly))
            return {};
        QByteArray svg = file.readAll();
        svg.replace("currentColor", colour_.name().toLatin1());
        svg.replace("stroke-width=\"2\"", "stroke-width=\"1.75\"");
        return svg;
    }

    QString name_;
    QColor colour_;
    std::map<std::pair<int, int>, QPixmap> drawn_; ///< by size in pixels
};

} // namespace

QIcon themedIcon(const QString& name, const QColor& colour)
{
    return QFile::exists(iconFile(name)) ? QIcon(new DrawnIcon(name, colour)) : QIcon(); // the icon takes it over
}

} // namespace hinge
