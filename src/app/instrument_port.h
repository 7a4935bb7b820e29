#pragma once
// An instrument on a serial line: asked for a reading, or pressed by its own button. Unplugging, silence and garbage
// are told in a sentence; nothing that is no reading gets through.

#include <memory>

#include <QObject>
#include <QString>
#include <QStringList>
#include <QTimer>

#include "instruments/line.h"

class QSerialPort;

namespace burl
{

class InstrumentPort : public QObject
{
    Q_OBJECT

public:
    explicit InstrumentPort(QObject* parent = nullptr);
    ~InstrumentPort() override;

    /// Serial ports that the system names.
    [[nodiscard]] static QStringList known();

    /// Opens a port by its path and asks what hangs on it; false, and message(), when it does not open.
    bool open(const QString& path);
    void close();
    [[nodiscard]] bool isOpen() const;
    [[nodiscard]] QString path() const;
    /// What it said it is; empty until it does.
    [[nodiscard]] QString name() const { return name_; }
    /// Asks for one reading; says so when none comes.
    void ask();

Q_SIGNALS:
    void read(const burl::InstrumentReading& reading);
    void message(const QString& sentence);
    /// Opened, closed or named.
    void changed();

private:
    void take();
    void lost();
    void tellTrouble();

    std::unique_ptr<QSerialPort> port_;
    InstrumentLines lines_;
    QTimer silent_;
    QTimer noise_;     // runs while a noisy line has just been told of
    QString trouble_;  // the newest line that is no reading
    int troubles_ = 0; // since it was told last
    QString name_;
};

} // namespace burl
