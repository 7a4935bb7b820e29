#pragma once
// A file about a slab read beside the interface: a large scan must not hold the window.

#include <memory>
#include <string>

#include "app/background_run.h"
#include "exchange/import/imported.h"

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

Q_SIGNALS:
    void done(const std::shared_ptr<const burl::Expected<burl::Imported>>& in);
};

} // namespace burl
