#include "ui/window/tips.h"

#include <QCoreApplication>
#include <QWidget>

#include "ui/ledger/measure_field.h"

namespace burl::ui
{
namespace
{

struct Tip {
    const char* field;
    const char* words;
};

constexpr Tip kTips[] = {
    // Yard
    {"slabName", QT_TRANSLATE_NOOP("Tips", "what is chalked on it, so that everybody means the same slab")},
    {"slabThickness", QT_TRANSLATE_NOOP("Tips", "rough, by the tape at its thinnest place")},
    {"slabMc", QT_TRANSLATE_NOOP("Tips", "by the meter, in the middle of the slab and deep in it; not at its ends")},
    {"slabSpecies", QT_TRANSLATE_NOOP("Tips", "weight and movement follow from it")},
    {"slabLog", QT_TRANSLATE_NOOP("Tips", "the tree it was sawn from: sisters match")},
    {"slabSequence", QT_TRANSLATE_NOOP("Tips", "counted from the top of the log: neighbours mirror each other")},
    {"slabPith",
     QT_TRANSLATE_NOOP("Tips", "height of its middle over the pith, read at the log end; below it with a minus")},
    {"bevelNear", QT_TRANSLATE_NOOP("Tips", "how much further out the bottom reaches than the top, at the near edge")},
    {"bevelFar", QT_TRANSLATE_NOOP("Tips", "how much further out the bottom reaches than the top, at the far edge")},
    {"slabWeighed", QT_TRANSLATE_NOOP("Tips", "on a scale; what it should weigh by its size stands below")},
    {"slabPrice", QT_TRANSLATE_NOOP("Tips", "what was paid for it, or is asked")},
    {"slabWhere", QT_TRANSLATE_NOOP("Tips", "the place in the yard where it is found again")},
    {"slabGrain", QT_TRANSLATE_NOOP("Tips", "a cross-cut round moves another way and cracks along a radius")},
    {"slabCut",
     QT_TRANSLATE_NOOP("Tips", "saw and way: \"through and through, band mill\"; its marks take a little thickness")},
    {"logKerf", QT_TRANSLATE_NOOP("Tips", "what the saw took between two slabs of its log")},
    {"tapeFrom", QT_TRANSLATE_NOOP("Tips", "a string along the slab: both edges are read from it; a straight edge on "
                                           "the near side: both are read from that")},
    {"tapeFromUnder", QT_TRANSLATE_NOOP("Tips", "the same line as on top, carried over the ends")},
    {"heightsFrom", QT_TRANSLATE_NOOP("Tips", "down from rails to the wood, or up from the bench to it")},
    {"heightsFromUnder", QT_TRANSLATE_NOOP("Tips", "the gap under the slab, read as it lies")},
    {"gridAlong", QT_TRANSLATE_NOOP("Tips", "readings along the slab: about every 300 mm")},
    {"gridAcross", QT_TRANSLATE_NOOP("Tips", "readings across: one near each edge, the others between")},
    {"gridAlongUnder", QT_TRANSLATE_NOOP("Tips", "as many as on top")},
    {"gridAcrossUnder", QT_TRANSLATE_NOOP("Tips", "as many as on top")},
    {"featureKind", QT_TRANSLATE_NOOP("Tips", "what is drawn next on the bare face")},
    // Layup
    {"topKind",
     QT_TRANSLATE_NOOP("Tips",
                       "one slab, slabs glued together, or slabs that face each other across resin or an open gap")},
    {"finalLength", QT_TRANSLATE_NOOP("Tips", "of the finished top; of a round its diameter")},
    {"finalWidth", QT_TRANSLATE_NOOP("Tips", "of the finished top; empty: as wide as the wood gives")},
    {"thicknessWanted", QT_TRANSLATE_NOOP("Tips", "after flattening and sanding")},
    {"farSlab",
     QT_TRANSLATE_NOOP("Tips", "the piece furthest from you on the drawing; it can be dragged there from the rack")},
    {"nearSlab", QT_TRANSLATE_NOOP("Tips", "the piece next to it; it can be dragged there from the rack")},
    {"piece3Slab", QT_TRANSLATE_NOOP("Tips", "one piece more, nearer to you; of a river an island")},
    {"piece4Slab", QT_TRANSLATE_NOOP("Tips", "one piece more, nearer to you; of a river an island")},
    {"piece5Slab", QT_TRANSLATE_NOOP("Tips", "one piece more, nearer to you; of a river an island")},
    {"farPose", QT_TRANSLATE_NOOP("Tips", "which face shows, and which way round; M and E on the board do the same")},
    {"nearPose", QT_TRANSLATE_NOOP("Tips", "which face shows, and which way round; M and E on the board do the same")},
    {"piece3Pose",
     QT_TRANSLATE_NOOP("Tips", "which face shows, and which way round; M and E on the board do the same")},
    {"piece4Pose",
     QT_TRANSLATE_NOOP("Tips", "which face shows, and which way round; M and E on the board do the same")},
    {"piece5Pose",
     QT_TRANSLATE_NOOP("Tips", "which face shows, and which way round; M and E on the board do the same")},
    {"piece3Turn", QT_TRANSLATE_NOOP("Tips", "about its middle, anticlockwise")},
    {"piece4Turn", QT_TRANSLATE_NOOP("Tips", "about its middle, anticlockwise")},
    {"piece5Turn", QT_TRANSLATE_NOOP("Tips", "about its middle, anticlockwise")},
    {"outerEdges", QT_TRANSLATE_NOOP("Tips", "as the tree grew, sawn straight, or running together to one end")},
    {"nearEdge", QT_TRANSLATE_NOOP("Tips", "when the edge next to you is made another way than the far one")},
    {"endWidth", QT_TRANSLATE_NOOP("Tips", "of a tapered top at its right end")},
    {"topShape",
     QT_TRANSLATE_NOOP(
         "Tips", "cut round, oval or along a line that you draw; where the wood ends inside it the live edge stays")},
    {"cornerRadius", QT_TRANSLATE_NOOP("Tips", "the outer corners of the drawn outline")},
    {"parted", QT_TRANSLATE_NOOP("Tips", "a top too large for the door is cut across and bolted together in the room")},
    {"jointKind", QT_TRANSLATE_NOOP("Tips", "what keeps the pieces level while the glue sets")},
    {"tenonPitch", QT_TRANSLATE_NOOP("Tips", "from middle to middle along the joint; 150 to 250 mm is custom")},
    {"tenonWide", QT_TRANSLATE_NOOP("Tips", "of one tenon along the joint; of a dowel its diameter")},
    {"tenonReach", QT_TRANSLATE_NOOP("Tips", "how deep it sits on each side")},
    {"rodPitch", QT_TRANSLATE_NOOP("Tips", "from rod to rod along the gap")},
    {"rodFirst", QT_TRANSLATE_NOOP("Tips", "the first rod from the left end")},
    {"rodEmbed", QT_TRANSLATE_NOOP("Tips", "how far a rod goes into the wood on each side")},
    {"rodDiameter", QT_TRANSLATE_NOOP("Tips", "of the rod, and of its hole")},
    {"rodReach", QT_TRANSLATE_NOOP("Tips", "the deepest hole that your drill and jig make")},
    {"leastGap", QT_TRANSLATE_NOOP("Tips", "between the live edges at their narrowest, when no width is wanted")},
    {"trim", QT_TRANSLATE_NOOP("Tips", "cut off each end after everything is glued and filled")},
    {"ripMargin",
     QT_TRANSLATE_NOOP("Tips", "how far inside the wood a rip line stays: bark and soft wood do not glue")},
    {"doorWide", QT_TRANSLATE_NOOP("Tips", "clear, between the frame: the top is tried in it, tilted")},
    {"doorHigh", QT_TRANSLATE_NOOP("Tips", "clear, over the sill")},
    {"shopLongest", QT_TRANSLATE_NOOP("Tips", "the longest piece that can be turned in your shop")},
    {"vanLongest", QT_TRANSLATE_NOOP("Tips", "the longest top that goes into your van")},
    {"wishMatch", QT_TRANSLATE_NOOP("Tips", "how much it counts that the pieces mirror each other")},
    {"wishEven", QT_TRANSLATE_NOOP("Tips", "how much it counts that the halves are alike in width")},
    {"wishSound", QT_TRANSLATE_NOOP("Tips", "how much it counts that there are few knots, checks and voids")},
    {"wishWaste", QT_TRANSLATE_NOOP("Tips", "how much it counts that little wood is cut away")},
    {"wishPrice", QT_TRANSLATE_NOOP("Tips", "how much it counts that the slabs are cheap")},
    {"wishBudget", QT_TRANSLATE_NOOP("Tips", "for all slabs of the top together; dearer ones are not offered")},
    {"wishSpecies", QT_TRANSLATE_NOOP("Tips", "only slabs of this wood are offered")},
    {"templateBit", QT_TRANSLATE_NOOP("Tips", "the router bit that cuts both pieces along the template")},
    {"bushingFar", QT_TRANSLATE_NOOP("Tips", "the guide bushing with which the far piece is cut")},
    {"bushingNear", QT_TRANSLATE_NOOP("Tips", "the guide bushing with which the near piece is cut")},
    // Flat
    {"method", QT_TRANSLATE_NOOP("Tips", "what the faces are flattened with")},
    {"school",
     QT_TRANSLATE_NOOP("Tips", "both flat and parallel, or only the face that shows, or only the one on the base")},
    {"spare", QT_TRANSLATE_NOOP("Tips", "where wood goes when the slab gives more than is wanted")},
    {"millings",
     QT_TRANSLATE_NOOP("Tips", "thick or wet wood moves when it is opened: mill it, let it rest, mill it again")},
    {"strokes", QT_TRANSLATE_NOOP("Tips", "which way the cutter travels over the face")},
    {"packerStock",
     QT_TRANSLATE_NOOP(
         "Tips", "what is laid under the slab so that it does not rock; their heights come in whole pieces of it")},
    {"sledBuild", QT_TRANSLATE_NOOP("Tips", "what keeps the sled from sagging under the router")},
    {"passSlider", QT_TRANSLATE_NOOP("Tips", "slide from the rough face to the flat one, pass by pass")},
    {"restCut", QT_TRANSLATE_NOOP("Tips", "the day it was milled")},
    {"restThickness", QT_TRANSLATE_NOOP("Tips", "by the calliper, as it came from the milling")},
    {"restCovered", QT_TRANSLATE_NOOP("Tips", "a face that lies covered dries slower, and the piece cups")},
    {"restAgreed", QT_TRANSLATE_NOOP("Tips", "what the customer agreed to, when it is left as it moved")},
    // Fill
    {"voidDepth", QT_TRANSLATE_NOOP("Tips", "a wire pushed down to its ground, from the rough face")},
    {"voidLong", QT_TRANSLATE_NOOP("Tips", "along the grain")},
    {"voidWide", QT_TRANSLATE_NOOP("Tips", "across it, at the face")},
    {"resinPrice", QT_TRANSLATE_NOOP("Tips", "of a litre of mixed resin")},
    {"airOver",
     QT_TRANSLATE_NOOP("Tips", "a fan over the pour takes a third of its rise away; no draught on one side only")},
    {"formUnder",
     QT_TRANSLATE_NOOP("Tips", "a form that lies flat on a bench keeps its heat: twenty degrees more in a deep pour")},
    {"pourPeople", QT_TRANSLATE_NOOP("Tips", "a second one mixes the next pot while the first is poured")},
    {"sealCoat",
     QT_TRANSLATE_NOOP("Tips", "thin coat on the wood that the river touches: fewer bubbles, less soaks away")},
    {"fromRough",
     QT_TRANSLATE_NOOP("Tips",
                       "between flat slabs less resin is planed off; between rough ones all is flattened at once")},
    {"pinholeRounds",
     QT_TRANSLATE_NOOP("Tips", "bubbles cut open by flattening are filled and sanded, two to four times")},
    {"endSeal", QT_TRANSLATE_NOOP("Tips", "thin resin on both ends, twice: end grain drinks and dries fastest")},
    {"floodCoats",
     QT_TRANSLATE_NOOP("Tips", "thick films over the whole top, each into the one before while it is tacky")},
    {"colourFirst", QT_TRANSLATE_NOOP("Tips", "what stands on the pigment, so that a later top-up is the same")},
    {"colourSecond", QT_TRANSLATE_NOOP("Tips", "the other pigment of the river")},
    {"colourUse", QT_TRANSLATE_NOOP("Tips", "swirled in while the first is thick as honey, or poured past a divider")},
    {"dividerAlong", QT_TRANSLATE_NOOP("Tips", "which way the strip runs that keeps both colours apart")},
    {"colourOil", QT_TRANSLATE_NOOP("Tips", "oil tints darken resin too, and keep it soft when there is much of them")},
    {"formBoard", QT_TRANSLATE_NOOP("Tips", "HDPE lets go by itself; other boards want tape and a release")},
    {"heatPlace", QT_TRANSLATE_NOOP("Tips", "the river, or the warmest of the voids of each resin")},
    {"productName", QT_TRANSLATE_NOOP("Tips", "what stands on the can, so that the pour card says the same")},
    {"productBy",
     QT_TRANSLATE_NOOP("Tips", "sheets say one or the other; by mass they differ, as A is heavier than B")},
    {"voidResin", QT_TRANSLATE_NOOP("Tips", "the class the rule takes for this place; another one goes against it")},
    // Move
    {"climate", QT_TRANSLATE_NOOP("Tips", "the room that the top will live in, from winter to summer")},
    {"assemblyMc",
     QT_TRANSLATE_NOOP("Tips", "moisture of the wood on the day it is bolted to its base; empty: what was metered")},
    {"fastenerKind", QT_TRANSLATE_NOOP("Tips", "what holds this place")},
    {"yearSlider", QT_TRANSLATE_NOOP("Tips", "slide through a year in the room: the top grows and shrinks")},
    {"rackOrder", QT_TRANSLATE_NOOP("Tips", "the order in which the rack shows its slabs")},
};

} // namespace

void giveTips(const QWidget& window)
{
    for (const Tip& tip : kTips) {
        for (QWidget* field : window.findChildren<QWidget*>(QString::fromLatin1(tip.field))) {
            const QString words = QCoreApplication::translate("Tips", tip.words);
            if (auto* measure = qobject_cast<MeasureField*>(field)) {
                measure->setTip(words);
            } else if (field->toolTip().isEmpty()) {
                field->setToolTip(words);
            }
        }
    }
}

} // namespace burl::ui
