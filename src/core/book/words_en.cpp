// English words of the day book.

#include "core/book/senses.h"

namespace burl
{

const Vocabulary& englishWords()
{
    static const Vocabulary kWords{
        "en",
        {
            {Sense::BringIn, "brought bringing bring! carried carry! fetched unloaded unload!"},
            {Sense::Sticker, "sticker* sticked stacked stacking stack!"},
            {Sense::RoughCut,
             "rough_cut rough_cutting cut_roughly cross_cut rough_sawn roughcut roughed crosscut* docked docking"},
            {Sense::Cut, "cut cutting sawed sawn sawing saw! ripped ripping rip! chopped"},
            {Sense::Debark, "bark_off debark! debark* unbarked peeled peeling peel! drawknif*"},
            {Sense::Clean, "cleaned cleaning clean! brushed vacuumed dusted"},
            {Sense::Remove,
             "removed removing remove! took taken taking take! take got getting lifted lifting lift! pulled "
             "pulling pull! knocked off"},
            {Sense::Flatten,
             "flatten! flattened flattening flat flat! level! levelled levelling leveled leveling mill! "
             "milled surfaced surfacing surface! slabbed skimmed skimming sledded trued reflattened reflattening "
             "remilled"},
            {Sense::Plane, "plane! planed planing thicknessed"},
            {Sense::Measure,
             "measured measuring measure! metered read! reread remeasured checked checking check! probed"},
            {Sense::Joint, "joint! jointed jointing shot"},
            {Sense::Tenon, "mortis* mortic* dowelled dowelling doweled doweling loose"},
            {Sense::Glue, "glue! glued gluing glueing glueup glueups reglued laminated laminating"},
            {Sense::Clamp, "clamped clamping clamp! unclamped"},
            {Sense::Scrape, "scrape! scrap* scraping"},
            {Sense::Build, "set_up setting_up put putting turned turning built building build! made making make! "
                           "assembled assembling assemble! "
                           "did done do! doing "
                           "worked working work! constructed"},
            {Sense::Seal, "sealed sealing seal! sealcoat sealcoated caulked caulking siliconed taped taping"},
            {Sense::Pour, "pour! poured pouring pours cast casting"},
            {Sense::Mix, "mixed mixing mix! weighed weighing"},
            {Sense::Fill, "filled filling fill! topped"},
            {Sense::Demould, "demould! demold! demould* demold* unmould* unmold* released releasing stripped unformed"},
            {Sense::Trim, "trim! trimmed trimming trims squared"},
            {Sense::Repair, "repair! repair* patched patching patch! mended mending mend! fixed fixing fix! keyed "
                            "keying inlaid inlaying"},
            {Sense::RoundOver, "round_over rounding_over rounded_over chamfer! chamfer* roundover* rounded rounding "
                               "bevel* eased easing broken"},
            {Sense::Sand, "sand! sanded sanding sands resanded"},
            {Sense::Look, "raking_light look! looked looking inspected raking rake! raked"},
            {Sense::Drill, "drill! drill* tapped tapping bored boring threaded"},
            {Sense::Rout, "routed routing rout! routered"},
            {Sense::Oil, "oil! oiled oiling oils waxed waxing wax! applied applying apply! varnish! varnish* lacquer! "
                         "lacquer* hardwax hardwaxed shellac*"},
            {Sense::Coat, "coat! coated coating coats recoated finishcoat"},
            {Sense::Weld, "weld! weld* tacked tacking tack! grinding ground grind! mig tig"},
            {Sense::Paint, "paint! painted painting prime! primed priming primer sprayed spraying spray! blacked"},
            {Sense::Send, "sent sending send! dropped"},
            {Sense::Try, "tried trying try! dryfit* fit! fitted fitting"},
            {Sense::Mount,
             "mount! mounted mounting bolted bolting bolt! attached attaching attach! screwed screwing screw! "
             "fastened installed set setting"},
            {Sense::Pack, "pack! packed packing wrap! wrapped wrapping crated crating boxed boxing"},
            {Sense::Deliver, "handed_over deliver! deliver* delivery"},
            {Sense::Other,
             "looked_for cleaned_up cut_list picked_up sharpen* changed changing change! replaced replacing order* "
             "reorder* bought buying buy! purchase* swept sweeping "
             "sweep! tidied tidying tidy! emptied emptying called calling call! phoned rang emailed mailed wrote drew "
             "drawing "
             "drawn draw! sketched showed showing shown show talked talking discussed visited came drove driving "
             "drive! "
             "collected collecting collect! picked paid paying pay! invoiced quoted quoting arrived returned unpacked "
             "serviced greased maintained lubricated adjusted adjusting tuned photographed "
             "moving snapped "
             "cracked split spilled spilt forgot forgotten burned burnt thought thinking designed "
             "designing helped helping explained lunch lunchbreak break coffee holiday ill sick "
             "sold selling sell! searched learned watched dreamt swapped borrowed lent tested testing "
             "test! stirred stirring warmed warming heated heating cooled cooling"},
            {Sense::Rest,
             "waited waiting wait! dried drying dry hardened hardening cured curing cures rested resting overnight"},
            {Sense::Agree, "agree agreed agrees agreement approv* ok'd okayed accept* confirm* signed"},
            {Sense::Ask, "ask! asked asking asks wonder* question*"},
            {Sense::Slab, "slab slabs plank planks halves wood timber leaf leaves piece pieces"},
            {Sense::Top, "table_top top tops tabletop panel panels"},
            {Sense::Table, "table desk island bench counter everything"},
            {Sense::Show, "show_face show_side top_face top_side show_faces good_side showface upside upper topside"},
            {Sense::Underside,
             "under_side bottom_face back_face underside undersides under underneath below bottom bottoms"},
            {Sense::Face, "face faces side sides"},
            {Sense::Edge, "live_edge live_edges edge edges rim arris arrises"},
            {Sense::EndGrain, "end_grain end_grains endgrain"},
            {Sense::End, "end ends outline length"},
            {Sense::Bark, "bark cambium"},
            {Sense::Resin, "resin resins epoxy"},
            {Sense::River, "river rivers"},
            {Sense::Void, "void voids knot knots hollow hollows"},
            {Sense::Crack, "hair_line hair_lines crack cracks check checks hairline hairlines"},
            {Sense::Pinhole, "pin_hole pin_holes worm_hole worm_holes wormhole wormholes pinhole* bubble bubbles"},
            {Sense::Leak, "leak leaks leaked leaking lost dripped dripping seeped ran"},
            {Sense::Form, "form forms mould mold moulds formwork tray"},
            {Sense::Tape, "tape tapes dam dams"},
            {Sense::Silicone, "silicone sealant caulk"},
            {Sense::Layer, "layer layers"},
            {Sense::Round, "round rounds session sessions go goes"},
            {Sense::Milling, "milling millings"},
            {Sense::Pass, "pass passes"},
            {Sense::Pot, "pot pots bucket buckets batch batches"},
            {Sense::Disc, "disc discs disk disks"},
            {Sense::Grit, "grit grits p80 p100 p120 p150 p180 p220 p240 p320 p400"},
            {Sense::Squeeze, "squeeze_out squeeze squeezeout squeezed"},
            {Sense::GlueThing, "pva"},
            {Sense::Board, "board boards melamine"},
            {Sense::JointThing, "joints seam seams"},
            {Sense::Across, "across crosswise in_two in_half into_two into_halves"},
            {Sense::TenonThing, "tenon* dowel dowels domino biscuit* spline splines"},
            {Sense::Key, "bow_tie bow_ties butterfly_keys key keys butterfl* bowtie* dutchman slip slips"},
            {Sense::Channel, "channel channels cchannel cchannels batten battens"},
            {Sense::Insert, "threaded_inserts threaded_insert insert inserts threads"},
            {Sense::Plate, "plate plates"},
            {Sense::Hole, "hole holes pocket pockets slot slots"},
            {Sense::Sample, "sample_board test_board sample samples testpiece"},
            {Sense::Steel, "metal_work steel tube tubes tubing metal"},
            {Sense::Base, "base bases underframe"},
            {Sense::Leg, "leg legs foot feet"},
            {Sense::Frame,
             "frame frames apron aprons stretcher stretchers pedestal pedestals column columns trestle trestles"},
            {Sense::Coater, "powder_coat powder_coater powder_coating coater powder powdercoat powdercoat* galvani*"},
            {Sense::Sled, "sled router"},
            {Sense::Shim, "shim shims wedges wedge"},
            {Sense::Light, "light lamp lamps"},
            {Sense::Crate, "crate crates box"},
            {Sense::Blanket, "blanket blankets foam"},
            {Sense::Floor, "floor"},
            {Sense::Customer, "customer customers client clients buyer she he him her they them"},
            {Sense::People, "people helper helpers person persons men us together"},
            {Sense::Foreign,
             "clamps door doors window rail rails iron irons blade blades filter filters shop workshop van truck "
             "sketch "
             "sketches bill "
             "invoice phone machine machines bandsaw tablesaw planer dust extractor vacuum cutter cutters knife knives "
             "chisel "
             "chisels screws bolts washers order gas rods hinge drawer bin bins floorboards roof heater stove shelf "
             "shelves "
             "rack supplier merchant yard lorry hardener stain colour color pigment weather brush brushes gloves mask "
             "respirator scale scales hoses hose compressor"},
            {Sense::Moisture, "mc emc moisture meter"},
            {Sense::Humidity, "rh humidity humid"},
            {Sense::Room, "room shop's air outside"},
            {Sense::Moved, "moved warped"},
            {Sense::Thick, "thick thickness"},
            {Sense::NotThickness,
             "wind cup cupped bow bowed twist twisted long wide width gap gaps proud low high deep depth "
             "offcut shorter narrower thinner less overhang radius spacing apart diameter clearance "
             "bit snipe"},
            {Sense::PerPass, "per"},
            {Sense::Not,
             "not didn't don't doesn't couldn't can't cannot won't wasn't weren't isn't hasn't haven't hadn't "
             "didnt dont doesnt couldnt cant wont wasnt never nobody unable failed refuses refused refuse "
             "declined"},
            {Sense::No, "no without none nothing"},
            {Sense::Plan,
             "will shall tomorrow todo need needs needed must should planned going gonna want wants wanted "
             "wish later soon remember reminder plan plans intend maybe perhaps hope hoping would could next "
             "tonight have supposed ready'd"},
            {Sense::Begin, "begun began begin begins beginning start started starting starts"},
            {Sense::Finish, "finish finished finishing finishes complete completed completing ready all"},
            {Sense::Continue, "continue* ongoing unfinished incomplete interrupted stopped paused"},
            {Sense::Part, "partly part some partially almost nearly most rest"},
            {Sense::More, "more remaining"},
            {Sense::Again, "once_more again redo redid redone"},
            {Sense::Correct, "correction correct corrected correcting sorry mistake oops actually"},
            {Sense::Instead, "instead rather"},
            {Sense::Whether, "whether if"},
            {Sense::Elsewhere, "another other others different"},
            {Sense::From, "from since"},
            {Sense::Until, "until till til ended"},
            {Sense::At, "at around about ca approx"},
            {Sense::And, "and plus"},
            {Sense::Or, "or"},
            {Sense::Then, "then afterwards"},
            {Sense::But, "but however though although"},
            {Sense::Prep, "with by near beside against like as than because due into"},
            {Sense::Where, "in on onto inside through to out up down over back away"},
            {Sense::Of, "of"},
            {Sense::Before, "before after while when whilst for during"},
            {Sense::Filler,
             "it used using spent spend spending went much enough content some_time the a an my our its his their this "
             "that these those is was were are be been has had i we me you so very just also "
             "too today's ok okay good fine well nice nicely slowly quickly carefully properly now already finally "
             "there here "
             "took takes it's new old there's still quite whole entire big small large little right left near "
             "far middle morning's time times hand yes x"},
            {Sense::Both, "both"},
            {Sense::Each, "each every"},
            {Sense::Only, "only"},
            {Sense::Minus, "minus"},
            {Sense::First, "first 1st initial"},
            {Sense::Second, "second 2nd twice"},
            {Sense::Third, "third 3rd"},
            {Sense::Half, "half"},
            {Sense::Quarter, "quarter quarters"},
            {Sense::One, "one"},
            {Sense::Couple, "couple"},
            {Sense::Rough, "rough roughly"},
            {Sense::Today, "today"},
            {Sense::Yesterday, "yesterday"},
            {Sense::DayBefore, "daybeforeyesterday"},
            {Sense::Morning, "morning"},
            {Sense::Afternoon, "afternoon"},
            {Sense::Evening, "evening night"},
            {Sense::Noon, "noon midday"},
            {Sense::Last, "last"},
        },
        {"mon monday", "tue tues tuesday", "wed weds wednesday", "thu thur thurs thursday", "fri friday",
         "sat saturday", "sun sunday"},
        {"jan january", "feb february", "mar march", "apr april", "may", "jun june", "jul july", "aug august",
         "sep sept september", "oct october", "nov november", "dec december"},
        {"two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"},
        {
            {BookUnit::Minutes, "min mins minute minutes m'"},
            {BookUnit::Hours, "h hr hrs hour hours"},
            {BookUnit::Days, "day days d"},
            {BookUnit::Millimetres, "mm millimetre millimetres millimeter millimeters mil"},
            {BookUnit::Centimetres, "cm centimetre centimetres centimeter centimeters"},
            {BookUnit::Metres, "m metre metres meter meters"},
            {BookUnit::Inches, "in inch inches \""},
            {BookUnit::Feet, "ft foot feet"},
            {BookUnit::Litres, "l lt ltr litre litres liter liters"},
            {BookUnit::Millilitres, "ml millilitre millilitres milliliter milliliters cc"},
            {BookUnit::Gallons, "gal gallon gallons"},
            {BookUnit::Quarts, "qt quart quarts"},
            {BookUnit::Kilograms, "kg kilo kilos kilogram kilograms"},
            {BookUnit::Grams, "g gram grams gr"},
            {BookUnit::Pounds, "lb lbs pound pounds"},
            {BookUnit::Celsius, "c celsius centigrade"},
            {BookUnit::Fahrenheit, "f fahrenheit"},
            {BookUnit::Degrees, "deg degs degree degrees"},
            {BookUnit::Percent, "percent pct"},
            {BookUnit::Am, "am"},
            {BookUnit::Pm, "pm"},
            {BookUnit::Clock, "o'clock oclock"},
        }};
    return kWords;
}

} // namespace burl
