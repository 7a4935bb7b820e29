#include "ui/look/typing.h"

#include <QAbstractSpinBox>
#include <QComboBox>
#include <QKeyEvent>
#include <QLineEdit>
#include <QSlider>

namespace burl::ui
{
namespace
{

constexpr char kForm[] = "oneForm";

const QWidget* formOf(const QWidget& line)
{
    for (const QWidget* at = line.parentWidget(); at != nullptr; at = at->parentWidget()) {
        if (at->property(kForm).toBool() || at->isWindow()) {
            return at;
        }
    }
    return nullptr;
}

/// True when the widget is one that the wheel would change unasked.
bool wouldTurn(const QWidget& widget)
{
    if (qobject_cast<const QComboBox*>(&widget) != nullptr) {
        return true;
    }
    const bool number =
        qobject_cast<const QAbstractSpinBox*>(&widget) != nullptr || qobject_cast<const QSlider*>(&widget) != nullptr;
    return number && !widget.hasFocus();
}

/// True when the key goes back or forth in the book and the line has nothing of its own to take back.
bool isOfTheBook(const QLineEdit& line, const QKeyEvent& key)
{
    return !line.isModified() && (key.matches(QKeySequence::Undo) || key.matches(QKeySequence::Redo));
}

class Typing final : public QObject
{
public:
    using QObject::QObject;

    bool eventFilter(QObject* watched, QEvent* event) override
    {
        bool through = false;
        if (event->type() == QEvent::Wheel && watched->isWidgetType()) {
            through = wouldTurn(*static_cast<const QWidget*>(watched));
        } else if (event->type() == QEvent::ShortcutOverride || event->type() == QEvent::KeyPress) {
            const auto* line = qobject_cast<const QLineEdit*>(watched);
            through = line != nullptr && isOfTheBook(*line, *static_cast<const QKeyEvent*>(event));
        }
        if (through) {
            event->ignore(); // and so it goes on to what the widget lies in
        }
        return through;
    }
};

} // namespace

QWidget* nextTyped(const QWidget& line)
{
    const QWidget* form = formOf(line);
    for (QWidget* at = line.nextInFocusChain(); at != nullptr && at != &line; at = at->nextInFocusChain()) {
        if (at == form) {
            return nullptr; // once round: behind the last
        }
        auto* typed = qobject_cast<QLineEdit*>(at);
        if (typed != nullptr && form != nullptr && form->isAncestorOf(typed) && typed->isVisible() &&
            typed->isEnabled() && !typed->isReadOnly() && (typed->focusPolicy() & Qt::TabFocus) != 0 &&
            qobject_cast<QAbstractSpinBox*>(typed->parentWidget()) == nullptr) {
            return typed;
        }
    }
    return nullptr;
}

void isOneForm(QWidget& form)
{
    form.setProperty(kForm, true);
}

void lookAfterTyping(QObject& application)
{
    const QString name = QStringLiteral("typing");
    if (application.findChild<QObject*>(name, Qt::FindDirectChildrenOnly) == nullptr) {
        auto* typing = new Typing(&application);
        typing->setObjectName(name);
        application.installEventFilter(typing);
    }
}

} // namespace burl::ui
