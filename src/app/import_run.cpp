#include "app/import_run.h"

namespace burl
{

void ImportRun::read(std::string bytes, std::string name, ImportOptions options)
{
    begin([this, bytes = std::move(bytes), name = std::move(name), options](const RunControl& control) mutable {
        options.goOn = [&control] { return control.goOn(0.0); };
        auto in = std::make_shared<const Expected<Imported>>(importBytes(bytes, name, options));
        control.done([this, in] { Q_EMIT done(in); });
    });
}

void ImportRun::readFace(std::string bytes, Face seen)
{
    begin([this, bytes = std::move(bytes), seen](const RunControl& control) {
        auto face = std::make_shared<const Expected<TrueFace>>(
            readTrueFace(bytes, seen, [&control] { return control.goOn(0.0); }));
        control.done([this, face] { Q_EMIT faceDone(face); });
    });
}

} // namespace burl
