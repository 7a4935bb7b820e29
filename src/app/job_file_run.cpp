#include "app/job_file_run.h"

#include <QFile>

namespace burl
{

void JobFileRun::read(const QString& path)
{
    begin([this, path](const RunControl& control) {
        const auto refuse = [&](const QString& sentence) {
            control.done([this, sentence] { Q_EMIT refused(sentence); });
        };
        QFile file(path);
        if (!file.open(QIODevice::ReadOnly)) {
            refuse(tr("%1 could not be read: %2.").arg(path, file.errorString()));
            return;
        }
        auto job = readJobFile(file.readAll().toStdString());
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
