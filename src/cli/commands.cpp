#include "cli/commands.h"

#include <algorithm>
#include <iostream>
#include <optional>

#include <QFontDatabase>
#include <QGuiApplication>

#include <nlohmann/json.hpp>

#include "cli/files.h"
#include "cli/job.h"
#include "cli/typesetter.h"
#include "core/flatten/range_plan.h"
#include "core/measure/clock.h"
#include "core/measure/format.h"
#include "core/move/pockets.h"
#include "core/plan/plan.h"
#include "demo/demo_shop.h"
#include "exchange/export/template_file.h"
#include "exchange/job_file.h"
#include "sheets/base_sheet.h"
#include "sheets/cut_sheet.h"
#include "sheets/days_sheets.h"
#include "sheets/drilling_map.h"
#include "sheets/flatten_card.h"
#include "sheets/pour_card.h"
#include "sheets/shop_sheet.h"
#include "sheets/slab_tag.h"
#include "sheets/surface_card.h"
#include "sheets/template_sheet.h"
#include "verify/verify.h"

namespace burl::cli
{
namespace
{

const char* severityWord(Severity severity)
{
    switch (severity) {
    case Severity::Good:
        return "good";
    case Severity::Caution:
        return "caution";
    case Severity::ToDo:
        return "to_do";
    case Severity::Warn:
        return "warn";
    case Severity::Stop:
        return "stop";
    }
    return "";
}

std::string planJson(const JobFile& job, const Plan& plan, bool working, double now_h)
{
    const UnitChoice& units = job.shop.habits.units;
    nlohmann::ordered_json root{{"job", job.job.name}, {"as_of", isoTime(now_h)}};
    if (plan.layup->missing) {
        root["missing"] = plan.layup->missing->what;
    }
    for (const NamedAnswer& stage : plan.answers()) {
        nlohmann::ordered_json part;
        part["figures"] = nlohmann::ordered_json::array();
        for (const Entry& entry : stage.answer->figures) {
            part["figures"].push_back(figureJson(entry.figure, units, working));
        }
        part["findings"] = nlohmann::ordered_json::array();
        for (const Finding& finding : stage.answer->findings) {
            part["findings"].push_back({{"code", finding.code},
                                        {"severity", severityWord(finding.severity)},
                                        {"sentence", sentence(finding, units)},
                                        {"remedy", remedyText(finding, units)}});
        }
        root[std::string(stage.stage)] = part;
    }
    return root.dump(2);
}

/// Filled up with blanks to so many letters.
std::string padded(const std::string& text, size_t letters)
{
    const auto have = static_cast<size_t>(std::count_if(
        text.begin(), text.end(), [](char c) { return (static_cast<unsigned char>(c) & 0xC0U) != 0x80; }));
    return text + std::string(letters > have ? letters - have : 0, ' ');
}

void printPlan(const JobFile& job, const Plan& plan, bool working, double now_h)
{
    const UnitChoice& units = job.shop.habits.units;
    std::cout << job.job.name << ", as of " << timeText(now_h) << '\n';
    if (plan.layup->missing) {
        std::cout << "  " << plan.layup->missing->what << '\n';
    }
    for (const NamedAnswer& stage : plan.answers()) {
        std::cout << '\n' << stage.stage << '\n';
        for (const Entry& entry : stage.answer->figures) {
            const FigureNode& node = entry.figure.node();
            std::cout << "  " << padded(node.label, 34) << ' ' << figureText(entry.figure, units) << '\n';
            if (working && !node.formula.empty()) {
                for (const std::string& line : workingLines(entry.figure, units)) {
                    std::cout << "      " << line << '\n';
                }
            }
        }
        for (const Finding& finding : grouped(stage.answer->findings)) {
            std::cout << "  [" << severityWord(finding.severity) << "] " << sentence(finding, units);
            const std::string remedy = remedyText(finding, units);
            std::cout << (remedy.empty() ? "" : " -> " + remedy) << '\n';
        }
    }
}

std::optional<Paper> paperOf(const std::string& word)
{
    return word == "a4" ? std::optional(Paper::A4) : word == "letter" ? std::optional(Paper::Letter) : std::nullopt;
}

} // namespace

int plan(const PlanOptions& options)
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
    Plan made = planAt(job->job, job->shop, *said);
    if (options.sure) { // the range stands among the figures of flattening
        auto flatten = std::make_shared<FlattenPlan>(*made.flatten);
        const RangePlan sure = rangePlan(*made.flatten.input, *flatten);
        flatten->figures.insert(flatten->figures.end(), sure.figures.begin(), sure.figures.end());
        flatten->findings.insert(flatten->findings.end(), sure.findings.begin(), sure.findings.end());
        made.flatten.answer = flatten;
    }
    if (!options.figure.empty()) {
        const Figure figure = made.figure(options.figure);
        if (!figure) {
            return complain(kMissed, "there is no figure \"" + options.figure +
                                         "\" in this plan; `burl plan FILE --json` lists their keys.");
        }
        if (options.json) {
            std::cout << figureJson(figure, job->shop.habits.units, options.working).dump(2) << '\n';
        } else if (options.working) {
            for (const std::string& line : wholeWorking(figure, job->shop.habits.units)) {
                std::cout << line << '\n';
            }
        } else {
            std::cout << figureText(figure, job->shop.habits.units) << '\n';
        }
        return figure.known() ? kDone : kMissed;
    }
    if (options.json) {
        std::cout << planJson(*job, made, options.working, *said) << '\n';
    } else {
        printPlan(*job, made, options.working, *said);
    }
    return kDone;
}

int sheet(const SheetOptions& options, int argc, char** argv)
{
    int code = kDone;
    const auto job = jobFrom(options.file, options.units, code);
    if (!job) {
        return code;
    }
    const auto paper = paperOf(options.paper);
    if (!paper) {
        return complain(kUsage, "the paper is a4 or letter, not " + options.paper + ".");
    }
    const auto said = momentOf(options.now, code);
    if (!said) {
        return code;
    }
    const Typesetter set(argc, argv);
    const Plan made = planAt(job->job, job->shop, *said); // one day for it on all papers
    const QByteArray pdf = options.kind == "cut"        ? cutSheetPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "pours"    ? pourCardPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "surface"  ? surfaceCardPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "care"     ? careSheetPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "base"     ? baseSheetPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "packing"  ? packingListPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "drilling" ? drillingMapPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "steps"    ? stepListPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "weeks"    ? weekSheetPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "history"  ? jobHistoryPdf(job->job, job->shop, made, *paper, set.family)
                           : options.kind == "flat"     ? flattenCardPdf(job->job, job->shop, made, *paper, set.family)
                                                        : shopSheetPdf(job->job, job->shop, made, *paper, set.family);
    return writeOut(options.out, {pdf.constData(), static_cast<size_t>(pdf.size())});
}

int shopTemplate(const TemplateCommand& options, int argc, char** argv)
{
    int code = kDone;
    const auto job = jobFrom(options.file, options.units, code);
    if (!job) {
        return code;
    }
    const auto paper = paperOf(options.paper);
    if (!paper) {
        return complain(kUsage, "the paper is a4 or letter, not " + options.paper + ".");
    }
    const Plan made = planWorkedOut(job->job, job->shop);
    const auto shape = options.underside ? undersideTemplate(job->job.name, *made.layup, *made.move)
                       : options.halves  ? halvesTemplate(job->job, *made.layup)
                       : options.outline ? outlineTemplate(job->job, *made.layup)
                                         : jointTemplate(job->job, *made.layup, static_cast<size_t>(options.joint - 1));
    if (!shape) {
        return complain(kMissed, options.file + ": " + shape.error().sentence);
    }
    const auto ends = [&](const char* ending) { return options.out.ends_with(ending); };
    if (ends(".svg")) {
        return writeOut(options.out, templateSvg(*shape));
    }
    if (ends(".dxf")) {
        const auto dxf = templateDxf(*shape);
        return dxf ? writeOut(options.out, *dxf) : complain(kUnwritable, dxf.error().sentence);
    }
    if (ends(".pdf")) {
        const Typesetter set(argc, argv);
        const QByteArray pdf = templatePdf(*shape, job->job.layup.tools, job->shop.habits.units, *paper, set.family);
        return writeOut(options.out, {pdf.constData(), static_cast<size_t>(pdf.size())});
    }
    return complain(kUsage, options.out + ": a template is written as .svg, .dxf or .pdf.");
}

int tag(const TagCommand& options, int argc, char** argv)
{
    int code = kDone;
    const auto job = jobFrom(options.file, options.units, code);
    if (!job) {
        return code;
    }
    for (const auto& slab : job->shop.slabs) {
        if (slab->name == options.slab) {
            const Typesetter set(argc, argv);
            const QByteArray pdf = slabTagPdf(*slab, job->shop, set.family, {});
            return writeOut(options.out, {pdf.constData(), static_cast<size_t>(pdf.size())});
        }
    }
    return complain(kMissed, options.file + " has no slab called " + options.slab + ".");
}

int verify(const std::vector<std::string>& files)
{
    int code = kDone;
    size_t passed = 0;
    size_t failed = 0;
    for (const std::string& file : files) {
        const auto text = contents(file);
        if (!text) {
            return kUnreadable;
        }
        const auto report = verifyReference(*text);
        if (!report) {
            return complain(kUnreadable, file + ": " + report.error().sentence);
        }
        for (const CaseReport& entry : report->cases) {
            (entry.passed ? passed : failed)++;
            std::cout << padded(entry.passed ? "ok" : "MISSED", 6) << ' ' << file << ": " << entry.name;
            if (!entry.trouble.empty()) {
                std::cout << ": " << entry.trouble << '\n';
            } else if (entry.where.empty()) {
                std::cout << ": exact\n";
            } else {
                std::cout << ": largest deviation " << entry.largestDeviation << " at " << entry.where << ", "
                          << entry.shareOfTolerance << " of what is allowed\n";
            }
        }
        code = report->passed() ? code : kMissed;
    }
    std::cout << passed << " cases within tolerance, " << failed << " missed\n";
    return code;
}

int demoJob(int number, const std::string& out, bool wholeYard)
{
    const Book book = demoBook();
    if (number < 1 || number > static_cast<int>(book.jobs.size())) {
        return complain(kUsage, "the demo shop has jobs 1 to " + std::to_string(book.jobs.size()) + ".");
    }
    return writeOut(out, writeJobFile(*book.jobs[static_cast<size_t>(number - 1)], *book.shop, wholeYard));
}

} // namespace burl::cli
