#include "app/instrument_port.h"

#include <utility>

#include <QFileInfo>
#include <QSerialPort>
#include <QSerialPortInfo>

namespace burl
{
namespace
{

constexpr int kSilence_ms = 1500;
constexpr int kNoise_ms = 1000; // a noisy line is told no more often

QByteArray bytes(std::string_view text)
{
    return {text.data(), static_cast<qsizetype>(text.size())};
}

} // namespace

InstrumentPort::InstrumentPort(QObject* parent) : QObject(parent)
{
    silent_.setSingleShot(true);
    silent_.setInterval(kSilence_ms);
    noise_.setSingleShot(true);
    noise_.setInterval(kNoise_ms);
    connect(&noise_, &QTimer::timeout, this, [this] {
        if (troubles_ > 0) {
            tellTrouble();
            noise_.start();
        }
    });
    connect(&silent_, &QTimer::timeout, this,
            [this] { Q_EMIT message(tr("The instrument on %1 does not answer: is it switched on?").arg(path())); });
}

InstrumentPort::~InstrumentPort()
{
    if (port_) {
        port_->disconnect(this);
    }
}

QStringList InstrumentPort::known()
{
    QStringList out;
    for (const QSerialPortInfo& info : QSerialPortInfo::availablePorts()) {
        out << info.systemLocation();
    }
    return out;
}

bool InstrumentPort::open(const QString& path)
{
    close();
    port_ = std::make_unique<QSerialPort>(path);
    port_->setBaudRate(QSerialPort::Baud115200);
    if (!port_->open(QIODevice::ReadWrite)) {
        const QString why = port_->errorString();
        port_.reset();
        Q_EMIT message(
            tr("%1 does not open (%2): is the instrument plugged in, and may you use serial ports?").arg(path, why));
        return false;
    }
    connect(port_.get(), &QSerialPort::readyRead, this, &InstrumentPort::take);
    connect(port_.get(), &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
        if (error != QSerialPort::NoError && error != QSerialPort::TimeoutError) {
            lost();
        }
    });
    lines_ = {};
    name_.clear();
    port_->write(bytes(kAskName));
    Q_EMIT changed();
    return true;
}

void InstrumentPort::close()
{
    silent_.stop();
    noise_.stop();
    troubles_ = 0;
    if (port_) {
        port_->disconnect(this);
        port_->close();
        port_.reset();
        name_.clear();
        Q_EMIT changed();
    }
}

bool InstrumentPort::isOpen() const
{
    return port_ != nullptr;
}

QString InstrumentPort::path() const
{
    return port_ ? port_->portName() : QString();
}

void InstrumentPort::ask()
{
    if (!port_) {
        Q_EMIT message(tr("No instrument is connected: choose its port first, or type the reading."));
        return;
    }
    port_->write(bytes(kAskReading));
    silent_.start();
}

void InstrumentPort::take()
{
    const QByteArray came = port_->readAll();
    for (const InstrumentLine& line : lines_.take({came.data(), static_cast<size_t>(came.size())})) {
        if (const auto* reading = std::get_if<InstrumentReading>(&line)) {
            silent_.stop();
            Q_EMIT read(*reading);
        } else if (const auto* trouble = std::get_if<InstrumentTrouble>(&line)) {
            silent_.stop();
            trouble_ = QString::fromStdString(trouble->sentence);
            ++troubles_;
            if (!noise_.isActive()) {
                tellTrouble(); // the first at once; what follows with it is counted
                noise_.start();
            }
        } else if (const auto* greeting = std::get_if<InstrumentGreeting>(&line)) {
            name_ = QString::fromStdString(greeting->name);
            Q_EMIT changed();
        }
        if (!port_) { // an answer made somebody close it
            return;
        }
    }
}

void InstrumentPort::tellTrouble()
{
    const int count = std::exchange(troubles_, 0);
    Q_EMIT message(count > 1 ? tr("%1 (%2 such lines)").arg(trouble_).arg(count) : trouble_);
}

void InstrumentPort::lost()
{
    const QString where = path();
    port_->disconnect(this);
    port_.release()->deleteLater(); // it is telling of its own end
    silent_.stop();
    name_.clear();
    Q_EMIT changed();
    Q_EMIT message(
        tr("The instrument on %1 is gone. What was read stays; plug it in and choose its port again.").arg(where));
}

} // namespace burl
