#pragma once
// A job file read beside the interface: a large one must not hold the window.

#include <memory>

#include <QString>

#include "app/background_run.h"
#include "exchange/job_file.h"

namespace burl
{

class JobFileRun : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;
    ~JobFileRun() override { finish(); }
    void read(const QString& path);

Q_SIGNALS:
    void taken(const std::shared_ptr<const JobFile>& file, const QString& path);
    /// One sentence that names the file.
    void refused(const QString& sentence);
};

} // namespace burl
