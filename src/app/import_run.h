#pragma once
// A file about a slab read beside the interface: a large scan must not hold the window.

#include <memory>
#include <string>

#include "app/background_run.h"
#include "exchange/import/imported.h"
#include "photo/true_scale.h"

namespace burl
{

class ImportRun : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;
    ~ImportRun() override { finish(); }
    /// Answers with done(); asked to stop it comes back soon, also in the middle of a scan.
    void read(std::string bytes, std::string name, ImportOptions options);
    /// A picture of a face at true scale; answers with faceDone().
    void readFace(std::string bytes, Face seen);

Q_SIGNALS:
    void done(const std::shared_ptr<const burl::Expected<burl::Imported>>& in);
    void faceDone(const std::shared_ptr<const burl::Expected<burl::TrueFace>>& face);
};

} // namespace burl
