// burl: the plan without a window.

#include <iostream>
#include <streambuf>

#include <CLI/CLI.hpp>

#include "cli/commands.h"
#include "cli/files.h"

namespace
{

/// Names come out of files, and a terminal obeys control characters: none reaches it.
class PlainText : public std::streambuf
{
public:
    explicit PlainText(std::ostream& stream) : stream_(stream), under_(stream.rdbuf(this)) {}
    ~PlainText() override { stream_.rdbuf(under_); }
    PlainText(const PlainText&) = delete;
    PlainText& operator=(const PlainText&) = delete;

protected:
    int overflow(int c) override
    {
        if (c == traits_type::eof()) {
            return traits_type::not_eof(c);
        }
        const auto byte = static_cast<unsigned char>(c);
        const bool second = afterC2_ && byte >= 0x80 && byte < 0xA0; // a control character of two bytes
        afterC2_ = byte == 0xC2;
        const bool control = (byte < 0x20 && byte != '\n' && byte != '\t') || byte == 0x7F || second;
        return under_->sputc(static_cast<char>(second ? 0xA0 : control ? ' ' : byte));
    }
    int sync() override { return under_->pubsync(); }

private:
    std::ostream& stream_;
    std::streambuf* under_;
    bool afterC2_ = false;
};

int run(int argc, char** argv);

} // namespace

int main(int argc, char** argv)
{
    using namespace burl::cli;
    const PlainText out(std::cout);
    const PlainText err(std::cerr);
    int code = kUnreadable;
    try {
        code = run(argc, argv);
    } catch (const std::exception& error) { // a fault of ours, said instead of an abort
        code = complain(kUnreadable, std::string("this cannot be done: ") + error.what());
    }
    std::cout.flush();
    if (!std::cout) { // a full disk or a closed pipe behind it
        return complain(kUnwritable, "standard output cannot be written.");
    }
    return code;
}

namespace
{

int run(int argc, char** argv)
{
    using namespace burl::cli;
    CLI::App app{"Plans slab tables from job files: figures with their workings, the shop sheet, reference checks.",
                 "burl"};
    app.set_version_flag("--version", BURL_VERSION);
    app.require_subcommand(1);
    app.footer("Exit codes: 0 done, 1 a figure not known or a tolerance missed, 2 command line not understood,\n"
               "3 a file not readable, 4 a file not writable. See burl(1).");

    PlanOptions planOptions;
    CLI::App* planCommand = app.add_subcommand("plan", "Plan a job file and print it");
    planCommand->add_option("JOB", planOptions.file, "job file")->required();
    bool asText = false;
    CLI::Option* json = planCommand->add_flag("--json", planOptions.json, "as JSON");
    planCommand->add_flag("--text", asText, "as text, the usual way")->excludes(json);
    planCommand->add_option("--figure", planOptions.figure, "only this figure, by its key");
    planCommand->add_flag("--working", planOptions.working, "with the working");
    planCommand->add_flag("--sure", planOptions.sure, "with the range of the thickness; takes a moment");
    planCommand->add_option("--now", planOptions.now,
                            "moment, as 2026-11-27T10:10; the clock of the machine if left out");
    planCommand->add_option("--units", planOptions.units, "mm, cm, inch or feet");

    SheetOptions sheetOptions;
    CLI::App* sheetCommand = app.add_subcommand("sheet", "Write the shop sheet or the cut sheet as PDF");
    sheetCommand->add_option("JOB", sheetOptions.file, "job file")->required();
    sheetCommand->add_option("-o,--output", sheetOptions.out, "PDF to write")->required();
    sheetCommand
        ->add_option(
            "--kind", sheetOptions.kind,
            "shop, the usual; cut; flat; pours; drilling; base; packing; surface; care; steps; weeks; or history")
        ->check(CLI::IsMember({"shop", "cut", "flat", "pours", "drilling", "base", "packing", "surface", "care",
                               "steps", "weeks", "history"}));
    sheetCommand->add_option("--now", sheetOptions.now,
                             "moment, as 2026-11-27T10:10; the clock of the machine if left out");
    sheetCommand->add_option("--paper", sheetOptions.paper, "a4 or letter");
    sheetCommand->add_option("--units", sheetOptions.units, "mm, cm, inch or feet");

    DaysCommand daysOptions;
    CLI::App* daysCommand = app.add_subcommand("days", "The steps of a job in time, and when it is done");
    daysCommand->add_option("JOB", daysOptions.file, "job file")->required();
    daysCommand->add_option("--ics", daysOptions.ics, "write them as an iCalendar file");
    daysCommand->add_option("--now", daysOptions.now,
                            "moment, as 2026-11-27T10:10; the clock of the machine if left out");
    daysCommand->add_option("--units", daysOptions.units, "mm, cm, inch or feet");

    BookCommand bookOptions;
    CLI::App* bookCommand =
        app.add_subcommand("book", "Read lines of the day book from standard input, and say what each means");
    bookCommand->add_option("JOB", bookOptions.file, "job file")->required();
    bookCommand->add_option("--now", bookOptions.now,
                            "moment, as 2026-11-27T10:10; the clock of the machine if left out");
    CLI::Option* keep =
        bookCommand->add_flag("--keep", bookOptions.keep, "write what is sure into the book; what asks is not kept");
    bookCommand->add_option("-o,--output", bookOptions.out, "job file to write with --keep")->needs(keep);
    bookCommand->add_flag("--also-done", bookOptions.alsoDone,
                          "take the steps before one that is done as done, however many");

    QuoteCommand quoteOptions;
    CLI::App* quoteCommand = app.add_subcommand("quote", "Write the quote of a job for the customer");
    quoteCommand->add_option("JOB", quoteOptions.file, "job file")->required();
    quoteCommand->add_option("-o,--output", quoteOptions.out, "file to write: .pdf or .html")->required();
    quoteCommand->add_option("--picture", quoteOptions.picture, "a picture of the table to put on it");
    quoteCommand->add_option("--paper", quoteOptions.paper, "a4 or letter")->check(CLI::IsMember({"a4", "letter"}));

    TemplateCommand templateOptions;
    CLI::App* templateCommand =
        app.add_subcommand("template", "Write the true-scale template of a curved joint or of the outline");
    templateCommand->add_option("JOB", templateOptions.file, "job file")->required();
    templateCommand->add_option("-o,--output", templateOptions.out, "file to write: .svg, .dxf or .pdf")->required();
    templateCommand->add_option("--joint", templateOptions.joint, "which joint, from the far one, 1 when not said")
        ->check(CLI::Range(1, 4));
    templateCommand->add_flag("--outline", templateOptions.outline, "the round, oval or drawn outline instead");
    templateCommand->add_flag("--halves", templateOptions.halves, "the strip over the cut between two halves instead");
    templateCommand->add_flag("--underside", templateOptions.underside, "holes and pockets of the underside instead");
    templateCommand->add_option("--paper", templateOptions.paper, "a4 or letter, for PDF");
    templateCommand->add_option("--units", templateOptions.units, "mm, cm, inch or feet, for PDF");

    GcodeCommand gcodeOptions;
    CLI::App* gcodeCommand = app.add_subcommand("gcode", "Write the passes of a face as G-code for a gantry or CNC");
    gcodeCommand->add_option("JOB", gcodeOptions.file, "job file")->required();
    gcodeCommand->add_option("SLAB", gcodeOptions.slab, "name of the slab")->required();
    gcodeCommand->add_option("-o,--output", gcodeOptions.out, "file to write; stdout when not given");
    gcodeCommand->add_option("--face", gcodeOptions.face, "top, the usual, or bottom: the face that lies up")
        ->check(CLI::IsMember({"top", "bottom"}));
    gcodeCommand->add_option("--milling", gcodeOptions.milling, "only the passes of this milling")
        ->check(CLI::Range(1, 3));
    gcodeCommand->add_flag("--inches", gcodeOptions.inches, "in inches");

    PocketsCommand pocketOptions;
    CLI::App* pocketCommand =
        app.add_subcommand("pockets", "Write the pockets of plates and channels as G-code, the underside up");
    pocketCommand->add_option("JOB", pocketOptions.file, "job file")->required();
    pocketCommand->add_option("-o,--output", pocketOptions.out, "file to write; stdout when not given");
    pocketCommand->add_option("--bit", pocketOptions.bit, "diameter of the bit; that of the job when not given");
    pocketCommand->add_flag("--inches", pocketOptions.inches, "in inches");

    PictureCommand pictureOptions;
    CLI::App* pictureCommand = app.add_subcommand("picture", "Draw the finished table in three dimensions as PNG");
    pictureCommand->add_option("JOB", pictureOptions.file, "job file")->required();
    pictureCommand->add_option("-o,--output", pictureOptions.out, "PNG to write; stdout when not given");
    pictureCommand->add_option("--size", pictureOptions.size, "pixels, such as 1280x800");
    pictureCommand->add_option("--passes", pictureOptions.passes, "how fine, 1 to 4096")->check(CLI::Range(1, 4096));
    pictureCommand->add_option("--turn", pictureOptions.turn_deg, "degrees round the table from its right end")
        ->check(CLI::Range(-360.0, 360.0));
    pictureCommand->add_option("--high", pictureOptions.high_deg, "degrees above the level")
        ->check(CLI::Range(-4.0, 88.0));
    pictureCommand->add_option("--away", pictureOptions.away, "in radii of the table, 1.2 to 8")
        ->check(CLI::Range(1.2, 8.0));
    pictureCommand->add_flag("--chairs", pictureOptions.chairs, "with chairs round it");

    DrawingsCommand drawingOptions;
    CLI::App* drawingsCommand =
        app.add_subcommand("drawings", "Write members and plates of the base at true scale, a DXF each");
    drawingsCommand->add_option("JOB", drawingOptions.file, "job file")->required();
    drawingsCommand->add_option("-o,--output", drawingOptions.folder, "folder to write into; this one when not given");

    TagCommand tagOptions;
    CLI::App* tagCommand = app.add_subcommand("tag", "Write the tag of a slab as PDF");
    tagCommand->add_option("JOB", tagOptions.file, "job file")->required();
    tagCommand->add_option("SLAB", tagOptions.slab, "name of the slab")->required();
    tagCommand->add_option("-o,--output", tagOptions.out, "PDF to write")->required();
    tagCommand->add_option("--units", tagOptions.units, "mm, cm, inch or feet");

    std::vector<std::string> references;
    CLI::App* verifyCommand = app.add_subcommand("verify", "Run reference files through the core");
    verifyCommand->add_option("FILE", references, "reference files")->required();

    int demoNumber = 1;
    std::string demoOut;
    CLI::App* demoCommand = app.add_subcommand("demo", "Write a job of the demo shop as a job file");
    demoCommand->add_option("NUMBER", demoNumber, "which job, from 1");
    demoCommand->add_option("-o,--output", demoOut, "file to write; stdout when not given");
    bool wholeYard = false;
    demoCommand->add_flag("--yard", wholeYard, "with every slab of the shop, to seek offers in");

    OffersCommand offersOptions;
    CLI::App* offersCommand = app.add_subcommand("offers", "Rank what the slabs of a job file can give for its top");
    offersCommand->add_option("JOB", offersOptions.file, "job file, with the slabs of the yard")->required();
    offersCommand->add_flag("--json", offersOptions.json, "as JSON");
    offersCommand->add_flag("--exhaustive", offersOptions.exhaustive, "look at every layup, however long it takes");
    offersCommand->add_option("--count", offersOptions.count, "how many, 20 when not said")->check(CLI::Range(1, 1000));
    offersCommand->add_option("--units", offersOptions.units, "mm, cm, inch or feet");

    ImportCommand importOptions;
    CLI::App* importCommand = app.add_subcommand("import", "Read a slab out of a drawing, a table or a scan");
    importCommand->add_option("FILE", importOptions.file, "SVG, DXF, CSV, PLY, XYZ or slab JSON")->required();
    importCommand->add_flag("--outline", importOptions.outline, "print the top outline as CSV: x_mm,y_mm");
    importCommand->add_flag("--heights", importOptions.heights, "print the heights as CSV: x_mm,y_mm,z_mm,face");
    importCommand->add_option("-o,--output", importOptions.out, "write a slab file");
    importCommand->add_option("--name", importOptions.name, "what is chalked on the slab");
    importCommand->add_option("--unit", importOptions.unit, "one unit of the file: mm, cm, m, in, ft or px");
    importCommand->add_option("--layer", importOptions.layer, "layer, id or class of the top outline");
    importCommand->add_flag("--swap-sides", importOptions.swapSides, "swap near and far where they are swapped");
    importCommand->add_flag("--bottom", importOptions.bottom, "a picture shows the bottom face, the slab turned over");
    importCommand->add_flag("--keep-whole", importOptions.keepWhole, "of a cut-short scan, take the whole points");

    CureCommand cureOptions;
    CLI::App* cureCommand = app.add_subcommand("cure", "How hot a pour gets, and when it may be touched");
    cureCommand->add_option("--resin", cureOptions.resin,
                            "class: deep_pour_slow, deep_pour_extra, medium_casting, table_top, five_minute, "
                            "penetrating_sealer");
    cureCommand->add_option("--width", cureOptions.width, "of the pour")->required();
    cureCommand->add_option("--depth", cureOptions.depth, "of the layer")->required();
    cureCommand->add_option("--slab", cureOptions.slab,
                            "thickness of the wood beside it; as deep as the pour if left out");
    cureCommand->add_option("--form", cureOptions.form, "plywood, melamine_board, mdf or hdpe, 18 mm");
    cureCommand->add_option("--room", cureOptions.room_C, "degrees Celsius of room, wood and resin");
    cureCommand->add_flag("--fan", cureOptions.fan, "a fan blows over it");
    cureCommand->add_flag("--bench", cureOptions.bench, "the form lies flat on a bench");
    cureCommand->add_flag("--round", cureOptions.round, "a round void");

    PoursCommand poursOptions;
    CLI::App* poursCommand =
        app.add_subcommand("pours", "The pours of a job in their order: litres, pots, hours, form");
    poursCommand->add_option("JOB", poursOptions.file, "job file")->required();
    poursCommand->add_flag("--json", poursOptions.json, "as JSON");
    poursCommand->add_option("--now", poursOptions.now,
                             "moment, as 2026-11-27T10:10; the clock of the machine if left out");
    poursCommand->add_option("--units", poursOptions.units, "mm, cm, inch or feet");

    HeatCommand heatOptions;
    CLI::App* heatCommand = app.add_subcommand("heat", "The heat of a pour over its hours as CSV");
    heatCommand->add_option("JOB", heatOptions.file, "job file")->required();
    heatCommand->add_option("--place", heatOptions.place,
                            "river, the usual, or the number of a place as pours lists it");
    heatCommand->add_option("-o,--output", heatOptions.out, "file to write; stdout when not given");

    TraceCommand traceOptions;
    CLI::App* traceCommand = app.add_subcommand("trace", "Trace the top face of a slab in a photo with four markers");
    traceCommand->add_option("PHOTO", traceOptions.file, "JPEG or PNG")->required();
    traceCommand->add_option("--rect", traceOptions.rectangle, "size of the markers' rectangle, WxH")->required();
    traceCommand->add_option("--markers", traceOptions.markers, "the four markers in pixels, x,y each, 1 to 4")
        ->expected(4);
    traceCommand->add_option("--lie", traceOptions.lie, "where the markers lie: level, on-slab or floor");
    traceCommand->add_option("--face-height", traceOptions.faceHeight, "top face over the markers, for floor");
    traceCommand->add_option("--focal", traceOptions.focal, "focal length as on 35 mm film, when EXIF says none");
    traceCommand->add_option("--csv", traceOptions.csv, "write the outline as x_mm,y_mm in the rectangle's frame");
    traceCommand->add_option("-o,--output", traceOptions.out, "write a slab file");

    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        const int code = app.exit(error);
        return code == 0 ? kDone : kUsage;
    }
    if (*planCommand) {
        return plan(planOptions);
    }
    if (*sheetCommand) {
        return sheet(sheetOptions, argc, argv);
    }
    if (*bookCommand) {
        return book(bookOptions);
    }
    if (*daysCommand) {
        return days(daysOptions);
    }
    if (*quoteCommand) {
        return quote(quoteOptions, argc, argv);
    }
    if (*templateCommand) {
        return shopTemplate(templateOptions, argc, argv);
    }
    if (*gcodeCommand) {
        return gcode(gcodeOptions);
    }
    if (*pocketCommand) {
        return pockets(pocketOptions);
    }
    if (*pictureCommand) {
        return picture(pictureOptions, argc, argv);
    }
    if (*drawingsCommand) {
        return drawings(drawingOptions);
    }
    if (*tagCommand) {
        return tag(tagOptions, argc, argv);
    }
    if (*cureCommand) {
        return cure(cureOptions);
    }
    if (*poursCommand) {
        return pours(poursOptions);
    }
    if (*heatCommand) {
        return heat(heatOptions);
    }
    if (*verifyCommand) {
        return verify(references);
    }
    if (*importCommand) {
        return importFile(importOptions);
    }
    if (*traceCommand) {
        return traceFile(traceOptions, argc, argv);
    }
    if (*offersCommand) {
        return offers(offersOptions);
    }
    return demoJob(demoNumber, demoOut, wholeYard);
}

} // namespace
