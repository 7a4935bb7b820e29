#include <QBuffer>
#include <QGuiApplication>
#include <QImage>

#include "cli/commands.h"
#include "cli/files.h"
#include "cli/job.h"
#include "core/base/member_drawing.h"
#include "core/plan/plan.h"
#include "exchange/export/template_file.h"
#include "scene/tracer.h"

namespace burl::cli
{

int picture(const PictureCommand& options, int argc, char** argv)
{
    int code = kDone;
    const auto job = jobFrom(options.file, {}, code);
    if (!job) {
        return code;
    }
    int wide = 0;
    int high = 0;
    constexpr int kLeast_px = 16;
    constexpr int kMost_px = 8000;
    char cross = 0;
    char more = 0;
    if (std::sscanf(options.size.c_str(), "%d%c%d%c", &wide, &cross, &high, &more) != 3 || cross != 'x' ||
        wide < kLeast_px || high < kLeast_px || wide > kMost_px || high > kMost_px) {
        return complain(kUsage,
                        "a size is written as 1280x800, from 16 to 8000 pixels each way, not " + options.size + ".");
    }
    qputenv("QT_QPA_PLATFORM", "offscreen"); // faces are painted; no window is opened
    const QGuiApplication application(argc, argv);
    const Plan made = makePlan(job->job, job->shop);
    if (made.layup->missing || made.layup->pieces.empty()) {
        return complain(kMissed, options.file + ": " +
                                     (made.layup->missing ? made.layup->missing->what : "no top is laid up") + '.');
    }
    if (!made.base->surface.known() || !made.flatten->thickness.known()) {
        return complain(kMissed, options.file + ": how high or how thick the top is, is not known.");
    }
    SceneChoices choices;
    choices.chairs = options.chairs;
    const Tracer tracer(std::make_shared<const TableScene>(tableScene(job->job, job->shop, made, {}, choices)));
    SceneEye eye;
    eye.turn_deg = options.turn_deg;
    eye.high_deg = options.high_deg;
    eye.away = options.away;
    Film film(wide, high);
    const SceneCamera camera = cameraOf(eye, tracer.scene());
    for (int pass = 0; pass < options.passes; ++pass) {
        tracer.pass(film, camera, false);
    }
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    imageOf(film).save(&buffer, "PNG");
    return writeOut(options.out, {bytes.constData(), static_cast<size_t>(bytes.size())});
}

int drawings(const DrawingsCommand& options)
{
    int code = kDone;
    const auto job = jobFrom(options.file, {}, code);
    if (!job) {
        return code;
    }
    const Plan made = makePlan(job->job, job->shop);
    std::vector<MemberDrawing> all = memberDrawings(*made.base);
    const TemplateTools& tools = job->job.layup.tools;
    const auto openings = mortiseOpenings(*made.base, tools.bushing1_mm, tools.bit_mm);
    if (!openings) {
        return complain(kMissed, options.file + ": " + openings.error().sentence);
    }
    all.insert(all.end(), openings->begin(), openings->end());
    if (all.empty()) {
        return complain(kMissed,
                        options.file + ": " +
                            (made.base->missing ? made.base->missing->what : "nothing of its base is made here") + '.');
    }
    for (const MemberDrawing& drawing : all) {
        const auto text = templateDxf(drawing.shape);
        if (!text) {
            return complain(kMissed, drawing.name + ": " + text.error().sentence);
        }
        const int wrote = writeOut(options.folder + "/" + drawing.name + ".dxf", *text);
        if (wrote != kDone) {
            return wrote;
        }
    }
    return kDone;
}

} // namespace burl::cli
