#include "app/import_run.h"

namespace burl
{

void ImportRun::read(std::string bytes, std::string name, ImportOptions options)
{
    begin([this, bytes = std::move(bytes), name = std::move(name), options](const RunControl& talk) mutable {
        options.goOn = [&talk] { return talk.goOn(0.0); };
        auto in = std::make_shared<const Expected<Imported>>(importBytes(bytes, name, options));
        talk.done([this, in] { Q_EMIT done(in); });
    });
}

void ImportRun::readFace(std::string bytes, Face seen)
{
    begin([this, bytes = std::move(bytes), seen](const RunControl& talk) {
        auto face =
            std::make_shared<const Expected<TrueFace>>(readTrueFace(bytes, seen, [&talk] { return talk.goOn(0.0); }));
        talk.done([this, face] { Q_EMIT faceDone(face); });
    });
}

} // namespace burl
