#pragma once
// Windows that open and close, and waits that are over, told when their moment comes while the program runs.

#include <QObject>
#include <QTimer>

#include "app/document.h"

namespace burl
{

class Notices : public QObject
{
    Q_OBJECT

public:
    explicit Notices(Document& document, QObject* parent = nullptr);
    /// Tells what came due since it last looked.
    void look();

Q_SIGNALS:
    void due(const QString& sentence);

private:
    Document& document_;
    QTimer timer_;
    double looked_h_ = 0.0;
};

/// On the desktop, where it shows notices; nothing elsewhere.
void tellDesktop(const QString& sentence);

} // namespace burl
