#include "ui/layup/layup_form.h"

#include <QComboBox>
#include <QPushButton>

#include "core/layup/layup_edit.h"
#include "core/shop/edit.h"
#include "ui/ask/new_job.h"
#include "ui/look/text.h"

namespace burl::ui
{

LayupForm::LayupForm(Document& document, QWidget* parent)
    : ChoicesForm(document, QStringLiteral("layup"), parent), document_(document)
{
    Document& doc = document_;
    const auto layup = [&doc]() -> const LayupChoices& {
        static const LayupChoices none;
        return doc.job() != nullptr ? doc.job()->layup : none;
    };
    addChoice(
        QStringLiteral("topKind"), tr("Kind of top"),
        [] {
            std::vector<ChoicesForm::Option> out;
            for (const TopKind kind : kTopKinds) {
                out.push_back({topKindWord(kind), int(kind)});
            }
            return out;
        },
        [layup] { return int(layup().kind); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Kind of top"), [&](Job& j) { j = withTopKind(j, TopKind(v.toInt())); });
        });
    addMeasure(
        QStringLiteral("finalLength"), tr("Final length"), Unit::Length, ranges::kLength_mm,
        [layup] { return layup().length_mm; },
        [&doc](auto v) { doc.edit(tr("Final length"), [&](Job& j) { j = withLengthAboutMiddle(j, *v); }); });
    auto* width = addMeasure(
        QStringLiteral("finalWidth"), tr("Final width"), Unit::Length, ranges::kWidth_mm,
        [layup] { return layup().width_mm; },
        [&doc](auto v) { doc.edit(tr("Final width"), [&](Job& j) { j.layup.width_mm = v; }); });
    width->setOptional(tr("as it comes"));
    addMeasure(
        QStringLiteral("thicknessWanted"), tr("Thickness wanted"), Unit::Length, ranges::kThickness_mm,
        [layup] { return layup().thickness_mm; },
        [&doc](auto v) { doc.edit(tr("Thickness wanted"), [&](Job& j) { j.layup.thickness_mm = *v; }); });
    for (size_t i = 0; i < 2; ++i) {
        addPiece(i, i == 0 ? QStringLiteral("far") : QStringLiteral("near"), i == 0 ? tr("Far") : tr("Next"));
    }
    for (size_t i = 2; i < 5; ++i) {
        const QString places[] = {tr("3rd"), tr("4th"), tr("5th")};
        addPiece(i, QStringLiteral("piece%1").arg(i + 1), places[i - 2]);
    }
    addButton(QStringLiteral("bestRip"), tr("take the best rip lines"), [&doc] {
        doc.edit(tr("Best rip lines"), [](Job& j) {
            for (Piece& p : j.layup.pieces) {
                p.rip.reset();
            }
        });
    });
    fold(tr("more choices"));
    addOutline();
    addCurves();
    auto* parted = addMeasure(
        QStringLiteral("parted"), tr("In two halves, cut at"), Unit::Length, ranges::kRodFirst_mm,
        [layup] { return layup().parted_mm; },
        [&doc](auto v) { doc.edit(tr("Two halves"), [&](Job& j) { j.layup.parted_mm = v; }); });
    parted->setOptional(tr("in one"));
    halvesTemplate_ = addButton(QStringLiteral("halvesTemplate"), tr("write the strip for its bolts…"),
                                [this] { Q_EMIT templateWanted(TemplateOf::Halves); });
    addChoice(
        QStringLiteral("jointKind"), tr("Joint held by"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("glue alone"), int(JointKind::GlueOnly)},
                                                    {tr("loose tenons"), int(JointKind::LooseTenons)},
                                                    {tr("dowels"), int(JointKind::Dowels)},
                                                    {tr("biscuits"), int(JointKind::Biscuits)}};
        },
        [layup] { return int(layup().joint.kind); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Joint"), [&](Job& j) { j.layup.joint.kind = JointKind(v.toInt()); });
        });
    const auto tenon = [&](const QString& name, const QString& label, double JointChoices::*member, Range range) {
        addMeasure(
            name, label, Unit::Length, range,
            [layup, member]() -> std::optional<double> { return layup().joint.*member; },
            [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.layup.joint.*member = *v; }); });
    };
    tenon(QStringLiteral("tenonPitch"), tr("Tenons, pitch"), &JointChoices::pitch_mm, ranges::kJointPitch_mm);
    tenon(QStringLiteral("tenonWide"), tr("Tenons, along the joint"), &JointChoices::wide_mm, ranges::kJointWide_mm);
    tenon(QStringLiteral("tenonReach"), tr("Tenons, into each piece"), &JointChoices::reach_mm, ranges::kJointWide_mm);
    const auto rod = [&](const QString& name, const QString& label, double RodChoices::*member, Range range) {
        addMeasure(
            name, label, Unit::Length, range,
            [layup, member]() -> std::optional<double> { return layup().rods.*member; },
            [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.layup.rods.*member = *v; }); });
    };
    rod(QStringLiteral("rodPitch"), tr("Rods, pitch"), &RodChoices::pitch_mm, ranges::kRodPitch_mm);
    rod(QStringLiteral("rodFirst"), tr("Rods, first at"), &RodChoices::first_mm, ranges::kRodFirst_mm);
    rod(QStringLiteral("rodEmbed"), tr("Rods, in the wood"), &RodChoices::embed_mm, ranges::kReach_mm);
    rod(QStringLiteral("rodDiameter"), tr("Rods, diameter"), &RodChoices::diameter_mm, ranges::kRod_mm);
    rod(QStringLiteral("rodReach"), tr("Drill and jig reach"), &RodChoices::drillReach_mm, ranges::kReach_mm);
    addMeasure(
        QStringLiteral("leastGap"), tr("River, least gap"), Unit::Length, ranges::kGap_mm,
        [layup] { return layup().leastGap_mm; },
        [&doc](auto v) { doc.edit(tr("River gap"), [&](Job& j) { j.layup.leastGap_mm = *v; }); });
    auto* trim = addMeasure(
        QStringLiteral("trim"), tr("Trim each end"), Unit::Length, ranges::kTrim_mm,
        [layup] { return layup().trim_mm; },
        [&doc](auto v) { doc.edit(tr("Trim"), [&](Job& j) { j.layup.trim_mm = v; }); });
    trim->setOptional(tr("shop's habit"));
    auto* margin = addMeasure(
        QStringLiteral("ripMargin"), tr("Rip line inside by"), Unit::Length, ranges::kMargin_mm,
        [layup] { return layup().ripMargin_mm; },
        [&doc](auto v) { doc.edit(tr("Rip margin"), [&](Job& j) { j.layup.ripMargin_mm = v; }); });
    margin->setOptional(tr("shop's habit"));
    addWay();
    addWishes();
}

void LayupForm::addOutline()
{
    Document& doc = document_;
    const auto layup = [&doc]() -> const LayupChoices& {
        static const LayupChoices none;
        return doc.job() != nullptr ? doc.job()->layup : none;
    };
    addChoice(
        QStringLiteral("outerEdges"), tr("Outer edges"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("live"), int(OuterEdges::Live)},
                                                    {tr("straight"), int(OuterEdges::Straight)},
                                                    {tr("tapered"), int(OuterEdges::Tapered)}};
        },
        [layup] { return int(layup().edges); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Outer edges"), [&](Job& j) { j.layup.edges = OuterEdges(v.toInt()); });
        });
    addChoice(
        QStringLiteral("nearEdge"), tr("Near edge"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("as the far one"), -1},
                                                    {tr("live"), int(OuterEdges::Live)},
                                                    {tr("straight"), int(OuterEdges::Straight)},
                                                    {tr("tapered"), int(OuterEdges::Tapered)}};
        },
        [layup] { return layup().nearEdge ? int(*layup().nearEdge) : -1; },
        [&doc](const QVariant& v) {
            doc.edit(tr("Near edge"), [&](Job& j) {
                j.layup.nearEdge = v.toInt() < 0 ? std::nullopt : std::optional(OuterEdges(v.toInt()));
            });
        });
    endWidth_ = addMeasure(
        QStringLiteral("endWidth"), tr("Width at the right end"), Unit::Length, ranges::kWidth_mm,
        [layup] { return layup().endWidth_mm; },
        [&doc](auto v) { doc.edit(tr("Width at the right end"), [&](Job& j) { j.layup.endWidth_mm = v; }); });
    endWidth_->setOptional(tr("as the wood runs"));
    addChoice(
        QStringLiteral("topShape"), tr("Outline"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("as the pieces lie"), int(TopShape::AsLaid)},
                                                    {tr("round, length across"), int(TopShape::Round)},
                                                    {tr("oval"), int(TopShape::Oval)},
                                                    {tr("drawn on the board"), int(TopShape::Drawn)}};
        },
        [layup] { return int(layup().shape); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Outline"), [&](Job& j) {
                j.layup.shape = TopShape(v.toInt());
                if (j.layup.shape == TopShape::Drawn && j.layup.outline.empty() && doc.plan() != nullptr) {
                    j = withOutline(j, outlineToDraw(*doc.plan()->layup));
                }
                // A round that the slab does not hold is made the largest that it does.
                if (j.layup.shape == TopShape::Round && doc.plan() != nullptr) {
                    const auto largest = withLargestRound(j, *makePlan(j, doc.shop()).layup);
                    j = largest && largest->layup.length_mm < j.layup.length_mm ? *largest : j;
                }
            });
        });
    corner_ = addMeasure(
        QStringLiteral("cornerRadius"), tr("Corners rounded by"), Unit::Length, ranges::kCorner_mm,
        [layup] { return layup().corner_mm; },
        [&doc](auto v) { doc.edit(tr("Corners"), [&](Job& j) { j.layup.corner_mm = *v; }); });
    const auto roundButton = [&](const QString& name, const QString& text, auto made) {
        rounds_.push_back(addButton(name, text, [this, &doc, text, made] {
            const auto next = doc.plan() != nullptr ? made(*doc.job(), *doc.plan()->layup) : std::nullopt;
            if (next) {
                doc.edit(text, [&](Job& j) { j = *next; });
            } else {
                Q_EMIT refused(tr("The slab gives no round here: lay a wider one in."));
            }
        }));
    };
    roundButton(QStringLiteral("largestRound"), tr("the largest round it gives"), withLargestRound);
    roundButton(QStringLiteral("kissFar"), tr("round kisses the far edge"),
                [](const Job& j, const LayupPlan& l) { return tangentToEdge(j, l, true); });
    roundButton(QStringLiteral("kissNear"), tr("round kisses the near edge"),
                [](const Job& j, const LayupPlan& l) { return tangentToEdge(j, l, false); });
    outlineTemplate_ = addButton(QStringLiteral("outlineTemplate"), tr("write the outline's template…"),
                                 [this] { Q_EMIT templateWanted(TemplateOf::Outline); });
}

void LayupForm::addCurves()
{
    Document& doc = document_;
    curveAlong_ = addButton(QStringLiteral("curveAlong"), tr("curve the joints along the wood"), [&doc] {
        doc.edit(tr("Curved joints"), [&](Job& j) {
            const LayupPlan layup = *doc.plan()->layup;
            for (size_t i = 0; i < layup.joints.size(); ++i) {
                j = withCurve(j, i, curveAlongWood(layup, i));
            }
        });
    });
    straighten_ = addButton(QStringLiteral("straighten"), tr("straight joints again"),
                            [&doc] { doc.edit(tr("Straight joints"), [](Job& j) { j.layup.curves.clear(); }); });
    jointTemplate_ = addButton(QStringLiteral("jointTemplate"), tr("write the joints' templates…"),
                               [this] { Q_EMIT templateWanted(TemplateOf::Joints); });
    const auto tool = [&](const QString& name, const QString& label, double TemplateTools::*member, Range range) {
        tools_.push_back(addMeasure(
            name, label, Unit::Length, range,
            [&doc, member]() -> std::optional<double> {
                return doc.job() != nullptr ? doc.job()->layup.tools.*member : TemplateTools{}.*member;
            },
            [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.layup.tools.*member = *v; }); }));
    };
    tool(QStringLiteral("templateBit"), tr("Template, bit"), &TemplateTools::bit_mm, ranges::kBit_mm);
    tool(QStringLiteral("bushingFar"), tr("Bushing, far piece"), &TemplateTools::bushing1_mm, ranges::kBushing_mm);
    tool(QStringLiteral("bushingNear"), tr("Bushing, near piece"), &TemplateTools::bushing2_mm, ranges::kBushing_mm);
}

/// What the top must pass: the shop, the van, the door.
void LayupForm::addWay()
{
    Document& doc = document_;
    const auto door = [&](const QString& name, const QString& label, std::optional<double> DoorWay::*member) {
        auto* field = addMeasure(
            name, label, Unit::Length, ranges::kDoor_mm,
            [&doc, member] { return doc.job() != nullptr ? doc.job()->door.*member : std::nullopt; },
            [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.door.*member = v; }); });
        field->setOptional(tr("not measured"));
    };
    door(QStringLiteral("doorWide"), tr("Door of the room, wide"), &DoorWay::wide_mm);
    door(QStringLiteral("doorHigh"), tr("Door of the room, high"), &DoorWay::high_mm);
    const auto habit = [&](const QString& name, const QString& label, std::optional<double> Habits::*member) {
        auto* field = addMeasure(
            name, label, Unit::Length, ranges::kLength_mm, [&doc, member] { return doc.shop().habits.*member; },
            [&doc, label, member](auto v) {
                Habits habits = doc.shop().habits;
                habits.*member = v;
                doc.apply(label, withHabits(doc.book(), habits));
            });
        field->setOptional(tr("any length"));
    };
    habit(QStringLiteral("shopLongest"), tr("Longest the shop handles"), &Habits::longest_mm);
    habit(QStringLiteral("vanLongest"), tr("Longest the van takes"), &Habits::van_mm);
}

void LayupForm::addPiece(size_t i, const QString& key, const QString& which)
{
    Document& doc = document_;
    const auto layup = [&doc]() -> const LayupChoices& {
        static const LayupChoices none;
        return doc.job() != nullptr ? doc.job()->layup : none;
    };
    PieceChoice choice;
    choice.slab = addChoice(
        key + QStringLiteral("Slab"), which,
        [&doc] {
            std::vector<ChoicesForm::Option> out{{tr("none yet"), 0}};
            for (const auto& s : doc.shop().slabs) {
                out.push_back({fromCore(s->name), s->id.value});
            }
            return out;
        },
        [layup, i] { return layup().pieces.size() > i ? layup().pieces[i].slab.value : 0; },
        [&doc, i](const QVariant& v) {
            doc.edit(tr("Lay in a slab"), [&](Job& j) {
                if (v.toInt() == 0) { // out of the top again
                    j = i < j.layup.pieces.size() ? withPiecePutBack(j, i) : j;
                    return;
                }
                if (const Slab* slab = doc.shop().slab({v.toInt()})) {
                    if (i < j.layup.pieces.size()) {
                        j = withPiecePutBack(j, i);
                    }
                    j = withSlabLaidIn(j, *slab, i, doc.shop().habits.trimEachEnd_mm);
                }
            });
        });
    choice.pose = addChoice(
        key + QStringLiteral("Pose"), tr("   shows"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("top face"), 0},
                                                    {tr("top, end for end"), 1},
                                                    {tr("bottom face"), 2},
                                                    {tr("bottom, end for end"), 3}};
        },
        [layup, i] {
            if (layup().pieces.size() <= i) {
                return 0;
            }
            const Piece& p = layup().pieces[i];
            return (p.show == Face::Bottom ? 2 : 0) + (p.endForEnd ? 1 : 0);
        },
        [&doc, i](const QVariant& v) {
            doc.edit(tr("Turn a piece"), [&](Job& j) {
                if (j.layup.pieces.size() > i) {
                    Piece& p = j.layup.pieces[i];
                    p.show = v.toInt() >= 2 ? Face::Bottom : Face::Top;
                    p.endForEnd = v.toInt() % 2 == 1;
                    p.rip.reset();
                }
            });
        });
    choice.pose->setAccessibleName(tr("%1, how it lies").arg(which));
    joinLastTwo();
    if (i >= 2) { // of a river an island
        choice.turn = addMeasure(
            key + QStringLiteral("Turn"), tr("   turned by"), Unit::Degrees, ranges::kTurn_deg,
            [layup, i]() -> std::optional<double> {
                return layup().pieces.size() > i ? layup().pieces[i].turn_deg : 0.0;
            },
            [&doc, i](auto v) {
                doc.edit(tr("Turn an island"), [&](Job& j) {
                    if (j.layup.pieces.size() > i) {
                        j.layup.pieces[i].turn_deg = *v;
                    }
                });
            });
    }
    pieces_.push_back(choice);
}

void LayupForm::addWishes()
{
    Document& doc = document_;
    const auto counts = [] {
        return std::vector<ChoicesForm::Option>{{tr("does not matter"), int(Counts::Not)},
                                                {tr("a little"), int(Counts::Little)},
                                                {tr("much"), int(Counts::Much)},
                                                {tr("above all"), int(Counts::AboveAll)}};
    };
    const auto wish = [&](const QString& name, const QString& label, Counts OfferWishes::*member) {
        addChoice(
            name, label, counts, [&doc, member] { return doc.job() != nullptr ? int(doc.job()->wishes.*member) : 0; },
            [&doc, label, member](const QVariant& v) {
                doc.edit(label, [&](Job& j) { j.wishes.*member = Counts(v.toInt()); });
            });
    };
    wish(QStringLiteral("wishMatch"), tr("Offers: one tree, mirrored"), &OfferWishes::match);
    wish(QStringLiteral("wishEven"), tr("Offers: even halves"), &OfferWishes::even);
    wish(QStringLiteral("wishSound"), tr("Offers: sound wood"), &OfferWishes::sound);
    wish(QStringLiteral("wishWaste"), tr("Offers: little waste"), &OfferWishes::waste);
    wish(QStringLiteral("wishPrice"), tr("Offers: low price"), &OfferWishes::price);
    auto* budget = addMeasure(
        QStringLiteral("wishBudget"), tr("Offers: budget, slabs"), Unit::Money, ranges::kMoney,
        [&doc] { return doc.job() != nullptr ? doc.job()->wishes.budget : std::nullopt; },
        [&doc](auto v) { doc.edit(tr("Budget"), [&](Job& j) { j.wishes.budget = v; }); });
    budget->setOptional(tr("none"));
    addChoice(
        QStringLiteral("wishSpecies"), tr("Offers: species"),
        [&doc] {
            std::vector<ChoicesForm::Option> out{{tr("any"), QString()}};
            for (const Species& s : doc.shop().species) {
                out.push_back({translated(s.name), fromCore(s.id)});
            }
            return out;
        },
        [&doc] { return doc.job() != nullptr ? fromCore(doc.job()->wishes.species) : QString(); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Species sought"), [&](Job& j) { j.wishes.species = v.toString().toStdString(); });
        });
}

void LayupForm::refresh()
{
    ChoicesForm::refresh();
    const Job* job = document_.job();
    const size_t laid = job != nullptr ? job->layup.pieces.size() : 0;
    const auto [least, most] = job != nullptr ? piecesOf(job->layup.kind) : PieceCount{2, 2};
    for (size_t i = 0; i < pieces_.size(); ++i) {
        // One more place than pieces are laid in, and never fewer than the kind wants.
        const bool open = i < most && (i <= laid || i < least);
        showRow(pieces_[i].slab, open);
        showRow(pieces_[i].pose, open);
        pieces_[i].slab->setEnabled(i <= laid);
        pieces_[i].pose->setEnabled(i < laid);
        if (pieces_[i].turn != nullptr) {
            showRow(pieces_[i].turn, job != nullptr && job->layup.kind == TopKind::River && i < laid);
        }
    }
    const LayupChoices none;
    const LayupChoices& c = job != nullptr ? job->layup : none;
    const bool joined = c.kind == TopKind::Pair || c.kind == TopKind::Panel;
    const bool curved = joined && !c.curves.empty();
    showRow(endWidth_, c.edges == OuterEdges::Tapered || c.nearEdge == OuterEdges::Tapered);
    showRow(corner_, c.shape == TopShape::Drawn);
    for (QPushButton* button : rounds_) {
        showRow(button, c.shape == TopShape::Round && c.kind == TopKind::Single);
    }
    showRow(outlineTemplate_, c.shape != TopShape::AsLaid);
    const Plan* plan = document_.plan();
    showRow(halvesTemplate_, plan != nullptr && plan->layup->parted_mm.has_value()); // not of a cut beyond the top
    showRow(curveAlong_, joined);
    showRow(straighten_, curved);
    showRow(jointTemplate_, curved);
    for (MeasureField* field : tools_) {
        showRow(field, curved);
    }
}

} // namespace burl::ui
