// `burl days` and `burl quote`.

#include <algorithm>
#include <chrono>
#include <ctime>
#include <iostream>

#include <QImage>

#include "cli/commands.h"
#include "cli/files.h"
#include "cli/job.h"
#include "cli/typesetter.h"
#include "core/measure/clock.h"
#include "core/measure/when.h"
#include "core/plan/plan.h"
#include "exchange/export/calendar_file.h"
#include "sheets/quote_sheet.h"

namespace burl::cli
{

double machineNow_h()
{
    const std::time_t now = std::chrono::system_clock::to_time_t(std::chrono::system_clock::now());
    std::tm local{};
    localtime_r(&now, &local);
    char text[24];
    std::strftime(text, sizeof text, "%Y-%m-%dT%H:%M", &local);
    return hoursOf(text).value_or(0.0);
}

Plan planAt(const Job& job, const Shop& shop, double now_h, const Plan* previous)
{
    Plan plan = planWorkedOut(job, shop, previous);
    Worked worked;
    worked.now_h = now_h;
    worked.heat = plan.fill.input->heat;
    worked.hold = plan.hold.input->answers;
    return makePlan(job, shop, &plan, worked);
}

std::optional<double> momentOf(const std::string& said, int& code)
{
    const auto moment = said.empty() ? std::optional(machineNow_h()) : hoursOf(said);
    if (!moment) {
        code = complain(kUsage, '"' + said + "\" is no moment: it is written like 2026-11-27T10:10.");
    }
    return moment;
}

int days(const DaysCommand& options)
{
    int code = kDone;
    const auto job = jobFrom(options.file, options.units, code);
    if (!job) {
        return code;
    }
    const auto said = momentOf(options.now, code);
    if (!said) {
        return code;
    }
    const double now = *said;
    const Plan made = planAt(job->job, job->shop, now);
    const DaysPlan& plan = *made.days;
    if (!plan.found) {
        for (const Finding& f : grouped(plan.findings)) {
            std::cout << sentence(f, job->shop.habits.units) << '\n';
        }
        return complain(kMissed, options.file + ": " +
                                     (plan.missing ? plan.missing->what + "." : "there are no steps to plan."));
    }
    if (!options.ics.empty()) {
        return writeOut(options.ics, calendarFile(plan, job->job.name, job->job.id.value, now));
    }
    std::vector<const PlannedStep*> order; // of time, as they are done
    for (const PlannedStep& p : plan.planned) {
        if (!plan.list.steps[p.step].skipped) {
            order.push_back(&p);
        }
    }
    std::stable_sort(order.begin(), order.end(),
                     [](const PlannedStep* a, const PlannedStep* b) { return a->start < b->start; });
    for (const PlannedStep* at : order) {
        const PlannedStep& p = *at;
        const JobStep& step = plan.list.steps[p.step];
        std::cout << timeText(plan.hoursAt(p.start)) << "  "
                  << (p.progress.done ? "done  "
                      : p.chain       ? "chain "
                                      : "      ")
                  << step.name << ", " << durationText(step.hands.value());
        if (step.wait.known() && step.wait.value() >= 1.0) {
            std::cout << ", then waits " << durationText(step.wait.value());
        }
        if (const std::string people = step.peopleWords(); !people.empty() && !p.progress.done) {
            std::cout << ", " << people;
        }
        std::cout << '\n';
    }
    std::cout << "as of " << timeText(now) << "\n"
              << "done by " << timeText(plan.hoursAt(plan.finish))
              << (plan.proven ? "" : " (an earlier day is not ruled out)") << '\n';
    for (const Finding& f : grouped(plan.findings)) {
        const std::string remedy = remedyText(f, job->shop.habits.units);
        std::cout << "  " << sentence(f, job->shop.habits.units) << (remedy.empty() ? "" : " -> " + remedy) << '\n';
    }
    return kDone;
}

int quote(const QuoteCommand& options, int argc, char** argv)
{
    int code = kDone;
    const auto job = jobFrom(options.file, "", code);
    if (!job) {
        return code;
    }
    const Plan made = planAt(job->job, job->shop, machineNow_h());
    const auto shown = quoteToShow(job->job, made);
    if (!shown) {
        std::string what = made.money->missing ? made.money->missing->what : "";
        for (const Unpriced& one : made.money->unpriced) {
            what += (what.empty() ? "not priced yet: " : ", ") + one.what;
        }
        return complain(kMissed, options.file + ": there is no price to quote; " +
                                     (what.empty() ? "nothing is laid up yet" : what) + ".");
    }
    if (const std::string against = impossiblePromise(*shown, *made.days, job->job.days); !against.empty()) {
        return complain(kMissed, options.file + ": " + against + ".");
    }
    QImage picture;
    if (!options.picture.empty() && !picture.load(QString::fromStdString(options.picture))) {
        return complain(kUnreadable, options.picture + " cannot be read as a picture.");
    }
    const auto ends = [&](const char* ending) { return options.out.ends_with(ending); };
    if (ends(".html")) {
        const QByteArray html = quoteHtml(job->job, job->shop, made, *shown, picture);
        return writeOut(options.out, {html.constData(), static_cast<size_t>(html.size())});
    }
    if (!ends(".pdf")) {
        return complain(kUsage, options.out + ": a quote is written as .pdf or .html.");
    }
    const auto paper = options.paper == "letter" ? Paper::Letter : Paper::A4;
    const Typesetter set(argc, argv);
    const QByteArray pdf = quotePdf(job->job, job->shop, made, *shown, picture, paper, set.family);
    return writeOut(options.out, {pdf.constData(), static_cast<size_t>(pdf.size())});
}

} // namespace burl::cli
