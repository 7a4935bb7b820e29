#include "app/photo_run.h"

namespace burl
{

void PhotoRun::fail(const RunControl& talk, const Refusal& refusal)
{
    talk.done([this, sentence = QString::fromStdString(refusal.sentence)] { Q_EMIT failed(sentence); });
}

void PhotoRun::open(std::string bytes)
{
    begin([this, bytes = std::move(bytes)](const RunControl& talk) {
        const auto on = [&talk] { return talk.goOn(0.0); };
        auto read = readPhoto(bytes, on);
        if (!read) {
            fail(talk, read.error());
            return;
        }
        auto photo = std::make_shared<const Photo>(std::move(*read));
        auto found = findMarkers(photo->pixels, on);
        talk.done([this, photo, found] {
            photo_ = photo;
            markers_ = found;
            Q_EMIT opened();
        });
    });
}

void PhotoRun::trace(const PhotoChoices& choices, const std::vector<Vec2>& through)
{
    if (!photo_) {
        return;
    }
    begin([this, photo = photo_, choices, through](const RunControl& talk) {
        const auto setting = setPhoto(*photo, choices, [&talk] { return talk.goOn(0.0); });
        if (!setting) {
            fail(talk, setting.error());
            return;
        }
        const auto done = tracePhoto(*photo, *setting, talk.goOn, through);
        if (!done) {
            fail(talk, done.error());
            return;
        }
        talk.done([this, setting = *setting, done = *done] {
            setting_ = setting;
            result_ = done;
            Q_EMIT traced();
        });
    });
}

} // namespace burl
