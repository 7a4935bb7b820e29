#include "ui/look/plain_words.h"

#include <QAbstractItemView>
#include <QHelpEvent>
#include <QLabel>
#include <QTextDocument>
#include <QToolTip>

namespace burl::ui
{
namespace
{

constexpr char kOurs[] = "markupIsOurs";

/// The tip that would come up here; empty when the toolkit's own way with it is right.
QString tipAsMarkup(const QWidget& widget, const QHelpEvent& event)
{
    QString tip = widget.toolTip();
    if (const auto* view = qobject_cast<const QAbstractItemView*>(widget.parentWidget());
        view != nullptr && view->viewport() == &widget) {
        tip = view->indexAt(event.pos()).data(Qt::ToolTipRole).toString();
    }
    return Qt::mightBeRichText(tip) ? tip : QString();
}

class PlainWords final : public QObject
{
public:
    using QObject::QObject;

    bool eventFilter(QObject* watched, QEvent* event) override
    {
        if (event->type() == QEvent::Polish) {
            auto* label = qobject_cast<QLabel*>(watched);
            if (label != nullptr && label->textFormat() == Qt::AutoText && !label->property(kOurs).toBool()) {
                label->setTextFormat(Qt::PlainText);
            }
        } else if (event->type() == QEvent::ToolTip && watched->isWidgetType()) {
            auto* widget = static_cast<QWidget*>(watched);
            const auto* help = static_cast<QHelpEvent*>(event);
            const QString tip = tipAsMarkup(*widget, *help);
            if (!tip.isEmpty()) {
                QToolTip::showText(help->globalPos(), asWritten(tip), widget);
                return true;
            }
        }
        return false;
    }
};

} // namespace

void showPlainWords(QObject& application)
{
    const QString name = QStringLiteral("plainWords");
    if (application.findChild<QObject*>(name, Qt::FindDirectChildrenOnly) == nullptr) {
        auto* words = new PlainWords(&application);
        words->setObjectName(name);
        application.installEventFilter(words);
    }
}

QString asWritten(const QString& tip)
{
    return Qt::mightBeRichText(tip)
               ? QStringLiteral("<span style='white-space:pre-wrap'>") + tip.toHtmlEscaped() + QStringLiteral("</span>")
               : tip;
}

void isOurs(QLabel& label)
{
    label.setProperty(kOurs, true);
    label.setTextFormat(Qt::RichText);
}

QString withoutKey(const QString& name)
{
    return QString(name).replace(QLatin1Char('&'), QStringLiteral("&&"));
}

} // namespace burl::ui
