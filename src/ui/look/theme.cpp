#include "ui/look/theme.h"

#include <QApplication>
#include <QFontDatabase>
#include <QPalette>
#include <QStyleFactory>
#include <QWidget>

#include "ui/look/plain_words.h"
#include "ui/look/typing.h"

namespace burl::ui
{
namespace
{

Palette current = dayPalette();
bool evening = false;
QString family = QStringLiteral("Lato");

void loadTypeface()
{
    static bool loaded = false;
    if (loaded) {
        return;
    }
    loaded = true;
    for (const char* file : {":/fonts/Lato-Regular.ttf", ":/fonts/Lato-Bold.ttf"}) {
        const int id = QFontDatabase::addApplicationFont(QString::fromLatin1(file));
        if (id >= 0) {
            family = QFontDatabase::applicationFontFamilies(id).value(0, family);
        }
    }
}

QString styleSheet(const Palette& p)
{
    // Placeholders: 1 paper, 2 field, 3 ink, 4 faint, 5 hairline, 6 lead, 7 mark, 8 shelf, 9 board
    return QStringLiteral(
               "QWidget { color: %3; }"
               "QMainWindow, QDialog, #wall, #rackGround, #ledgerGround { background: %1; }"
               "#boardGround { background: %9; } #sillGround { background: %8; }"
               "QWidget[clear=\"true\"] { background: transparent; }"
               "QLabel[quiet=\"true\"] { color: %4; }"
               "QLabel[working=\"true\"] { background: %8; padding: 6px; border-radius: 3px; }"
               "QFrame[rule=\"true\"] { background: %5; }"
               "QLineEdit, QComboBox, QSpinBox { background: %2; border: 1px solid %5; border-radius: 3px;"
               "  padding: 3px 7px; min-height: 22px; selection-background-color: %6; selection-color: %2; }"
               "QLineEdit:focus, QComboBox:focus, QSpinBox:focus { border: 2px solid %6; padding: 2px 6px; }"
               "QLineEdit[refused=\"true\"] { border: 2px solid %7; padding: 2px 6px; }"
               "QLineEdit:read-only { background: %1; }"
               "QComboBox[incell=\"true\"] { border: none; min-height: 18px; padding: 0 4px; }"
               "QComboBox::drop-down { border: none; width: 20px; }"
               "QComboBox::down-arrow { image: url(:/icons/open.svg); width: 10px; height: 6px; }"
               "QComboBox QAbstractItemView { background: %2; border: 1px solid %5; selection-background-color: %8;"
               "  selection-color: %3; outline: none; }"
               "QComboBox QAbstractItemView::item { min-height: 24px; padding: 0 6px; }"
               "QDialogButtonBox { dialogbuttonbox-buttons-have-icons: 0; }"
               "QPushButton { background: %2; border: 1px solid %5; border-radius: 3px; padding: 4px 12px; }"
               "QPushButton:hover { border-color: %6; } QPushButton:pressed { background: %8; }"
               "QPushButton:focus { border: 2px solid %6; padding: 3px 11px; }"
               "QPushButton:checked { background: %8; border-color: %3; }"
               "QPushButton:disabled { color: %4; }"
               "QPushButton[first=\"true\"] { background: %6; color: %2; border: 1px solid %6; font-weight: bold; "
               "padding: 4px 16px; }"
               "QPushButton[first=\"true\"]:disabled { background: %2; color: %4; border: 1px solid %5; }"
               "QPushButton[first=\"true\"]:hover { background: %3; border-color: %3; }"
               "QPushButton[first=\"true\"]:focus { border: 2px solid %3; padding: 3px 15px; }"
               "QLineEdit:disabled, QComboBox:disabled { background: %1; color: %4; }"
               "QLabel:disabled { color: %4; }"
               "QPushButton[tight=\"true\"] { padding: 3px 9px; }"
               "QPushButton[link=\"true\"] { background: transparent; border: none; color: %6; text-align: left; "
               "padding: 2px 0; }"
               "QPushButton[link=\"true\"]:hover { text-decoration: underline; }"
               "QPushButton[link=\"true\"]:disabled { color: %4; }"
               "QPushButton[link=\"true\"]:focus { text-decoration: underline; }"
               "QSplitter::handle { background: transparent; } QSplitter::handle:hover { background: %5; }"
               "QScrollArea { background: transparent; border: none; }"
               "QScrollBar:vertical { background: transparent; width: 7px; margin: 0; }"
               "QScrollBar::handle:vertical { background: %5; border-radius: 3px; min-height: 24px; }"
               "QScrollBar:horizontal { background: transparent; height: 9px; margin: 0; }"
               "QScrollBar::handle:horizontal { background: %5; border-radius: 4px; min-width: 24px; }"
               "QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }"
               "QTableView { background: %2; border: 1px solid %5; gridline-color: %5; selection-background-color: %8;"
               "  selection-color: %3; }"
               "QTableView QLineEdit { border: 2px solid %6; border-radius: 0; padding: 0 3px; }"
               "QTableView[inset=\"true\"] { border: none; margin: 0 18px; }"
               "QHeaderView::section { background: %1; border: none; border-right: 1px solid %5;"
               "  border-bottom: 1px solid %5; padding: 2px 5px; color: %4; }"
               "QTableCornerButton::section { background: %1; border: none; }"
               "QListView { background: transparent; border: none; outline: none; }"
               "QMenu { background: %2; border: 1px solid %5; padding: 4px; }"
               "QMenu::item { padding: 5px 18px; } QMenu::item:selected { background: %8; }"
               "QMenu::item:disabled { color: %4; }"
               "QMenu::separator { height: 1px; background: %5; margin: 4px 8px; }"
               "QToolTip { background: %2; color: %3; border: 1px solid %5; padding: 4px; }"
               "QSlider::groove:horizontal { height: 2px; background: %4; }"
               "QSlider::handle:horizontal { background: %3; width: 16px; height: 16px; margin: -7px 0; border-radius: "
               "8px; }"
               "QSlider::handle:horizontal:focus { background: %6; }"
               "QCheckBox { spacing: 7px; }")
        .arg(p.paper.name(), p.field.name(), p.ink.name(), p.faint.name(), p.hairline.name(), p.lead.name(),
             p.mark.name(), p.shelf.name(), p.board.name());
}

} // namespace

void applyTheme(QApplication& application, bool wantEvening)
{
    lookAfterTyping(application);
    showPlainWords(application);
    loadTypeface();
    evening = wantEvening;
    current = wantEvening ? eveningPalette() : dayPalette();
    static bool styled = false;
    if (!styled) { // once: each of style, font, palette and sheet has every widget looked over anew
        styled = true;
        application.setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
        application.setFont(textFont());
    }
    QPalette palette;
    palette.setColor(QPalette::Window, current.paper);
    palette.setColor(QPalette::Base, current.field);
    palette.setColor(QPalette::AlternateBase, current.paper);
    palette.setColor(QPalette::WindowText, current.ink);
    palette.setColor(QPalette::Text, current.ink);
    palette.setColor(QPalette::Button, current.paper);
    palette.setColor(QPalette::ButtonText, current.ink);
    palette.setColor(QPalette::PlaceholderText, current.faint);
    palette.setColor(QPalette::Highlight, current.lead);
    palette.setColor(QPalette::HighlightedText, current.field);
    application.setPalette(palette);
    application.setStyleSheet(styleSheet(current));
}

bool isEvening()
{
    return evening;
}

const Palette& colours()
{
    return current;
}

QFont textFont(double points, bool bold)
{
    QFont font(family);
    font.setPointSizeF(points);
    font.setBold(bold);
    return font;
}

QWidget* ground(QWidget* parent, const QString& name, const QString& said)
{
    auto* widget = named(new QWidget(parent), name, said);
    widget->setAttribute(Qt::WA_StyledBackground);
    return widget;
}

} // namespace burl::ui
