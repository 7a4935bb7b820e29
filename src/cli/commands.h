#pragma once
// What `burl` can do. Results go to stdout, one sentence of trouble to stderr.

#include <optional>
#include <string>
#include <vector>

#include "core/plan/plan.h"

namespace burl::cli
{

// Exit codes; the man page lists them.
constexpr int kDone = 0;
constexpr int kMissed = 1;     // verify: a tolerance missed; plan: the figure is not known
constexpr int kUsage = 2;      // the command line was not understood
constexpr int kUnreadable = 3; // a file could not be read or is not what it should be
constexpr int kUnwritable = 4; // a file could not be written

struct PlanOptions {
    std::string file;
    bool json = false;
    std::string figure; // only this one
    bool working = false;
    bool sure = false; // how sure the thickness is, too
    std::string now;   // moment; empty: the clock of the machine
    std::string units; // mm, cm, inch, feet; empty: as the shop's habit
};
int plan(const PlanOptions& options);

struct SheetOptions {
    std::string file;
    std::string out;
    std::string kind = "shop"; // or cut, flat, pours, drilling, base, packing, surface, care, steps, weeks, history
    std::string now;           // moment; empty: the clock of the machine
    std::string paper = "a4";
    std::string units;
};
int sheet(const SheetOptions& options, int argc, char** argv);

struct DaysCommand {
    std::string file;
    std::string ics; // iCalendar to write; empty: text
    std::string now; // moment; empty: the clock of the machine
    std::string units;
};
/// The days of a job: its steps in time, when it is done, what wants attention.
int days(const DaysCommand& options);
struct BookCommand {
    std::string file;
    std::string now;       // moment; empty: the clock of the machine
    std::string out;       // with `keep`: the job as it is then
    bool keep = false;     // writes what is sure into the book, line after line
    bool alsoDone = false; // steps before one that is done are taken as done, however many
};
/// Reads lines of the day book from standard input; prints what each means, a JSON object a line.
int book(const BookCommand& options);
struct QuoteCommand {
    std::string file;
    std::string out;     // its ending says what is written: pdf, html
    std::string picture; // PNG or JPEG of the table; empty: none
    std::string paper = "a4";
};
int quote(const QuoteCommand& options, int argc, char** argv);
/// Hours since 1970, local time.
[[nodiscard]] double machineNow_h();
/// The plan worked out at a moment.
[[nodiscard]] Plan planAt(const Job& job, const Shop& shop, double now_h, const Plan* previous = nullptr);
/// The moment that was said, or the clock of the machine where none was; complains of what is none, and gives the code.
[[nodiscard]] std::optional<double> momentOf(const std::string& said, int& code);

struct TemplateCommand {
    std::string file;
    std::string out; // its ending says what is written: svg, dxf, pdf
    int joint = 1;   // from the far one
    bool outline = false;
    bool halves = false;    // the strip over the cut between them
    bool underside = false; // holes and pockets, as it lies
    std::string paper = "a4";
    std::string units;
};
int shopTemplate(const TemplateCommand& options, int argc, char** argv);

struct GcodeCommand {
    std::string file;
    std::string slab;         // by its name
    std::string face = "top"; // or bottom: the one that lies up
    bool inches = false;
    int milling = 0; // only this one, 0: all
    std::string out;
};
int gcode(const GcodeCommand& options);

struct PocketsCommand {
    std::string file;
    std::string out;
    std::string bit; // empty: that of the job's templates
    bool inches = false;
};
int pockets(const PocketsCommand& options);

struct PictureCommand {
    std::string file;
    std::string out; // PNG
    std::string size = "1280x800";
    int passes = 64;
    double turn_deg = -55.0;
    double high_deg = 20.0;
    double away = 4.0; // in radii of the table
    bool chairs = false;
};
/// The finished table in three dimensions.
int picture(const PictureCommand& options, int argc, char** argv);

struct DrawingsCommand {
    std::string file;
    std::string folder = ".";
};
/// Members and plates of the base at true scale, a DXF each.
int drawings(const DrawingsCommand& options);

struct TagCommand {
    std::string file;
    std::string slab; // by its name
    std::string out;
    std::string units;
};
int tag(const TagCommand& options, int argc, char** argv);

struct CureCommand {
    std::string resin = "deep_pour_slow"; // by its class
    std::string width;
    std::string depth;
    std::string slab; // thickness of the wood beside it; empty: as deep as the pour
    std::string form = "plywood";
    double room_C = 21.0;
    bool fan = false;
    bool bench = false; // the form lies flat on it
    bool round = false; // a round void, the width is its diameter
};
int cure(const CureCommand& options);

struct PoursCommand {
    std::string file;
    bool json = false;
    std::string now; // moment; empty: the clock of the machine
    std::string units;
};
int pours(const PoursCommand& options);

struct HeatCommand {
    std::string file;
    std::string place = "river"; // or the number of a place, from 1
    std::string out;             // CSV; empty: stdout
};
int heat(const HeatCommand& options);

int verify(const std::vector<std::string>& files);

struct ImportCommand {
    std::string file;
    bool outline = false; // print the outline as CSV
    bool heights = false; // print the heights as CSV
    std::string out;      // slab file
    std::string name;     // of the slab
    std::string unit;     // mm, cm, m, in, ft, px: what one unit of the file is
    std::string layer;    // of a drawing
    bool swapSides = false;
    bool keepWhole = false;
    bool bottom = false; // a picture shows the bottom face, the slab turned over
};
int importFile(const ImportCommand& options);

struct TraceCommand {
    std::string file;
    std::string rectangle; // "2100x950"
    std::vector<std::string> markers;
    std::string lie = "level";
    std::string faceHeight;
    double focal = 0.0; // 35 mm equivalent, when the picture does not say
    std::string csv;
    std::string out;
};
int traceFile(const TraceCommand& options, int argc, char** argv);

struct OffersCommand {
    std::string file;
    bool json = false;
    bool exhaustive = false; // look at everything, to check the quick search
    int count = 20;
    std::string units;
};
int offers(const OffersCommand& options);

/// Writes a job of the demo shop as a job file, to begin from; with all slabs of the shop when asked.
int demoJob(int number, const std::string& out, bool wholeYard);

} // namespace burl::cli
