#include "ui/look/theme.h"

#include <QApplication>
#include <QFontDatabase>
#include <QPalette>
#include <QToolTip>
#include <QWidget>

#include "ui/look/house_style.h"
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

QPalette toolkitPalette(const Palette& c)
{
    QPalette p;
    const auto set = [&p](QPalette::ColorRole role, const QColor& colour) { p.setColor(role, colour); };
    set(QPalette::Window, c.paper);
    set(QPalette::Base, c.field);
    set(QPalette::AlternateBase, c.paper);
    set(QPalette::Button, c.paper);
    set(QPalette::ToolTipBase, c.field);
    set(QPalette::Mid, c.hairline);
    for (const QPalette::ColorRole role :
         {QPalette::WindowText, QPalette::Text, QPalette::ButtonText, QPalette::ToolTipText}) {
        set(role, c.ink);
        p.setColor(QPalette::Disabled, role, c.faint);
    }
    set(QPalette::PlaceholderText, c.faint);
    set(QPalette::BrightText, c.mark);
    set(QPalette::Link, c.lead);
    set(QPalette::LinkVisited, c.lead);
    set(QPalette::Highlight, c.lead);
    set(QPalette::HighlightedText, c.field);
    return p;
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
    if (!styled) { // once: each of style, font and palette has every widget looked over anew
        styled = true;
        QApplication::setStyle(new HouseStyle);
        QApplication::setFont(textFont());
    }
    const QPalette palette = toolkitPalette(current);
    QApplication::setPalette(palette);
    QPalette chosen = palette; // a row that is chosen stays as readable as the others
    chosen.setColor(QPalette::Highlight, current.shelf);
    chosen.setColor(QPalette::HighlightedText, current.ink);
    QApplication::setPalette(chosen, "QAbstractItemView");
    chosen.setColor(QPalette::Window, current.field);
    QApplication::setPalette(chosen, "QMenu");
    QToolTip::setPalette(palette);
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

QWidget* ground(QWidget* parent, Ground kind, const QString& name, const QString& said)
{
    auto* widget = named(new QWidget(parent), name, said);
    widget->setAttribute(Qt::WA_StyledBackground);
    widget->setProperty("ground", static_cast<int>(kind));
    return widget;
}

QColor groundColour(const QWidget* widget)
{
    switch (static_cast<Ground>(widget->property("ground").toInt())) {
    case Ground::Board:
        return current.board;
    case Ground::Shelf:
        return current.shelf;
    default:
        return current.paper;
    }
}

} // namespace burl::ui
