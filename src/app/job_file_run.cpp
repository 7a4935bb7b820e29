#include "app/job_file_run.h"

#include <QFile>

#include "exchange/bytes.h"

namespace burl
{

void JobFileRun::read(const QString& path)
{
    begin([this, path](const RunControl& control) {
        const auto refuse = [&](const QString& sentence) {
            control.done([this, sentence] { Q_EMIT refused(sentence); });
        };
        const auto bytes = bytesOf(QFile::encodeName(path).toStdString());
        if (!bytes) {
            refuse(QString::fromStdString(bytes.error().sentence));
            return;
        }
        auto job = readJobFile(*bytes);
        if (!job) {
            refuse(path + QStringLiteral(", ") + QString::fromStdString(job.error().sentence));
            return;
        }
        control.done([this, path, taken = std::make_shared<const JobFile>(std::move(*job))] {
            Q_EMIT this->taken(taken, path);
        });
    });
}

} // namespace burl
