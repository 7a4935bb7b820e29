#pragma once
// A picture decoded beside the interface, to be looked at: the photo of a room, one of the day book.

#include <string>

#include <QImage>

#include "app/background_run.h"

namespace burl
{

class PictureReading : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;
    ~PictureReading() override { finish(); }

    /// No screen shows more of a picture: what is larger is made smaller where it is decoded.
    static constexpr int kLongest_px = 2560;

    /// Decodes the bytes of a file; answers with opened() or failed(). The newest wins.
    void open(std::string bytes);

Q_SIGNALS:
    void opened(const QImage& picture);
    void failed(const QString& sentence);
};

} // namespace burl
