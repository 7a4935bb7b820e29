#include "app/notices.h"

#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusPendingCall>
#include <QVariantMap>

namespace burl
{

Notices::Notices(Document& document, QObject* parent)
    : QObject(parent), document_(document), looked_h_(document.now_h())
{
    constexpr int kEvery_ms = 20'000;
    timer_.setInterval(kEvery_ms);
    connect(&timer_, &QTimer::timeout, this, &Notices::look);
    timer_.start();
}

void Notices::look()
{
    const double now = document_.now_h();
    const Plan* plan = document_.plan();
    if (plan != nullptr && now > looked_h_) {
        for (const DayAlarm& alarm : plan->days->alarms) {
            const double at = plan->days->hoursAt(alarm.at);
            if (at > looked_h_ && at <= now) {
                Q_EMIT due(QString::fromStdString(document_.job()->name) + QStringLiteral(": ") +
                           QString::fromStdString(alarm.text));
            }
        }
    }
    looked_h_ = now;
}

void tellDesktop(const QString& sentence)
{
    QDBusConnection bus = QDBusConnection::sessionBus();
    if (!bus.isConnected()) {
        return;
    }
    QDBusMessage call = QDBusMessage::createMethodCall(
        QStringLiteral("org.freedesktop.Notifications"), QStringLiteral("/org/freedesktop/Notifications"),
        QStringLiteral("org.freedesktop.Notifications"), QStringLiteral("Notify"));
    constexpr int kAsLongAsUsual = -1;
    call << QStringLiteral("Young Burl") << 0U << QStringLiteral("young-burl") << QStringLiteral("Young Burl")
         << sentence << QStringList() << QVariantMap() << kAsLongAsUsual;
    bus.asyncCall(call);
}

} // namespace burl
