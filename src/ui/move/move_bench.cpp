#include "ui/move/move_bench.h"

#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "core/move/lay_out.h"
#include "ui/ledger/field_rows.h"
#include "ui/move/year_strip.h"
#include "ui/text.h"
#include "ui/theme.h"

namespace burl::ui
{

MoveBench::MoveBench(Document& document, QWidget* parent)
    : TableBench(document, {.id = QStringLiteral("move"), .name = tr("Move"), .belowHeight = 150, .underside = true}),
      panel_(named(new QWidget(parent), QStringLiteral("movePanel"), tr("Choices"))),
      form_(new ChoicesForm(document, QStringLiteral("move"), panel_)),
      fastenerForm_(new ChoicesForm(document, QStringLiteral("fastener"), panel_)),
      channelForm_(new ChoicesForm(document, QStringLiteral("channel"), panel_)),
      strip_(new YearStrip(document, parent))
{
    setPanels(panel_, strip_);
    auto* column = new QVBoxLayout(panel_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    for (ChoicesForm* form : {form_, fastenerForm_, channelForm_}) {
        column->addWidget(form);
        connect(form, &ChoicesForm::refused, this, &Bench::message);
    }
    connect(strip_, &YearStrip::moved, this, &Bench::repaintWanted);
    addRoom();
    addFastenerRows();
    addChannelRows();
}

void MoveBench::addRoom()
{
    Document& doc = document_;
    const auto move = [&doc]() -> const MoveChoices& {
        static const MoveChoices none;
        return doc.job() != nullptr ? doc.job()->move : none;
    };
    form_->addChoice(
        QStringLiteral("climate"), tr("Room"),
        [&doc] {
            std::vector<ChoicesForm::Option> out;
            for (const Climate& c : doc.shop().climates) {
                out.push_back({translated(c.name), fromCore(c.id)});
            }
            return out;
        },
        [move] { return fromCore(move().climate); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Room"), [&](Job& j) { j.move.climate = v.toString().toStdString(); });
        });
    auto* mc = form_->addMeasure(
        QStringLiteral("assemblyMc"), tr("Assembled at MC"), Unit::Percent, ranges::kMc_pct,
        [move] { return move().assembly_mc_pct; },
        [&doc](auto v) { doc.edit(tr("Assembled at"), [&](Job& j) { j.move.assembly_mc_pct = v; }); });
    mc->setOptional(tr("as metered"));
    addRows<MoveChoices>(
        *form_,
        {[&doc] { return doc.job() != nullptr ? &doc.job()->move : nullptr; },
         [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.move); }); }},
        {{"heldLine", tr("Held line"), &MoveChoices::fixedLine_mm, ranges::kPlace_mm, Unit::Length,
          tr("The line along the top that stays put: its bolts are tight, all others let the wood move. 0 is the "
             "middle.")}});
    form_->addButton(QStringLiteral("placeFour"), tr("place four fasteners"), [this] { placeFour(); });
    form_->addButton(QStringLiteral("addFastener"), tr("+ fastener"), [this] { addFastener(); });
    form_->addButton(QStringLiteral("addChannel"), tr("+ channel"), [this] { addChannel(); });
}

void MoveBench::placeFour()
{
    if (!hasTop()) {
        Q_EMIT message(tr("Lay the top up first: they sit in its wood."));
        return;
    }
    document_.edit(tr("Lay out fasteners"), [&](Job& j) {
        j.move.fasteners = laidOut(*document_.plan()->move.input, *document_.plan()->move, Fastener{});
    });
    chosen_ = {Kind::Fastener, 0};
}

void MoveBench::showPage(const QString& page)
{
    if (page == QLatin1String("fasteners")) {
        form_->findChild<QWidget*>(QStringLiteral("placeFour"))->setFocus(Qt::OtherFocusReason);
    }
}

void MoveBench::addChannel()
{
    constexpr double kFromEnd_mm = 225.0; // 200 to 250 is custom
    document_.edit(tr("Add a channel"), [&](Job& j) {
        Channel c = j.move.channels.empty() ? Channel{} : j.move.channels.back();
        c.x_mm = j.move.channels.empty() ? kFromEnd_mm : j.layup.length_mm - kFromEnd_mm;
        j.move.channels.push_back(c);
        chosen_ = {Kind::Channel, j.move.channels.size() - 1};
    });
}

void MoveBench::addFastenerRows()
{
    const auto fastener = [this]() -> const Fastener* {
        const Job* job = document_.job();
        return job != nullptr && chosen_.kind == Kind::Fastener && chosen_.index < job->move.fasteners.size()
                   ? &job->move.fasteners[chosen_.index]
                   : nullptr;
    };
    fastenerForm_->addChoice(
        QStringLiteral("fastenerKind"), tr("This fastener"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("insert + bolt"), int(FastenerKind::InsertAndBolt)},
                                                    {tr("screw + washer"), int(FastenerKind::ScrewAndWasher)}};
        },
        [fastener] { return fastener() != nullptr ? int(fastener()->kind) : 0; },
        [this](const QVariant& v) {
            editFastener(tr("Fastener"), [&](Fastener& f) { f.kind = FastenerKind(v.toInt()); });
        });
    addRows<Fastener>(
        *fastenerForm_, {fastener, [this](const QString& label, const auto& change) { editFastener(label, change); }},
        {{"bolt", tr("Bolt"), &Fastener::bolt_mm, ranges::kBolt_mm, Unit::Length, tr("Its diameter: 8 for M8.")},
         {"insert", tr("Insert, let in"), &Fastener::insert_mm, ranges::kInsert_mm, Unit::Length,
          tr("How deep the threaded insert sits in the underside.")},
         {"pilot", tr("Pilot beyond it"), &Fastener::pilotOverrun_mm, ranges::kPilot_mm, Unit::Length,
          tr("How much deeper than the insert its hole is drilled.")},
         {"washer", tr("Washer"), &Fastener::washer_mm, ranges::kWasher_mm, Unit::Length,
          tr("Its outer diameter: it must cover the slot wherever the bolt stands.")},
         {"clearance", tr("Clearance, each end"), &Fastener::clearance_mm, ranges::kClearance_mm, Unit::Length,
          tr("Air in the slot beyond the wood's travel, at either end.")}});
}

void MoveBench::addChannelRows()
{
    const auto channel = [this]() -> const Channel* {
        const Job* job = document_.job();
        return job != nullptr && chosen_.kind == Kind::Channel && chosen_.index < job->move.channels.size()
                   ? &job->move.channels[chosen_.index]
                   : nullptr;
    };
    addRows<Channel>(*channelForm_,
                     {channel, [this](const QString& label, const auto& change) { editChannel(label, change); }},
                     {{"channelLength", tr("This channel, long"), &Channel::length_mm, ranges::kChannelLong_mm,
                       Unit::Length, tr("The steel itself; its groove is longer.")},
                      {"channelWidth", tr("Wide"), &Channel::width_mm, ranges::kChannelWide_mm, Unit::Length,
                       tr("Over its flanges.")},
                      {"channelDepth", tr("Groove, deep"), &Channel::depth_mm, ranges::kGroove_mm, Unit::Length,
                       tr("Leave at least half of the wood above it.")},
                      {"channelRoom", tr("Room, each end"), &Channel::endRoom_mm, ranges::kEndRoom_mm, Unit::Length,
                       tr("Of the groove beyond steel and travel: 6 to 13 mm is custom.")}});
}

QString MoveBench::headline() const
{
    if (!hasTop() || !document_.plan()->move->edgeTravel) {
        return tr("not known");
    }
    return QStringLiteral("± ") + quantity(document_.plan()->move->edgeTravel.value(), Unit::Length, units());
}

QString MoveBench::title() const
{
    if (!hasTop()) {
        return {};
    }
    const MovePlan& move = *document_.plan()->move;
    if (chosen_.kind == Kind::Fastener && chosen_.index < move.fasteners.size()) {
        const FastenerPlan& f = move.fasteners[chosen_.index];
        return tr("Fastener %1 · slot %2 × %3 · bolt %4 off its middle")
            .arg(chosen_.index + 1)
            .arg(quantity(f.slot.value(), Unit::Length, units()),
                 quantity(f.fastener.bolt_mm + 0.5, Unit::Length, units()),
                 quantity(f.travel.boltOffset_mm, Unit::Length, units()));
    }
    if (chosen_.kind == Kind::Channel && chosen_.index < move.channels.size()) {
        const ChannelPlan& c = move.channels[chosen_.index];
        return tr("Channel %1 · groove %2, %3 of wood left")
            .arg(chosen_.index + 1)
            .arg(quantity(c.groove.value(), Unit::Length, units()),
                 quantity(c.woodLeft.value(), Unit::Length, units()));
    }
    return underside_ ? tr("Underside, as it lies on the bench") : tr("Show face, seen from above");
}

void MoveBench::refresh()
{
    const Job* job = document_.job();
    if (job != nullptr && ((chosen_.kind == Kind::Fastener && chosen_.index >= job->move.fasteners.size()) ||
                           (chosen_.kind == Kind::Channel && chosen_.index >= job->move.channels.size()))) {
        chosen_ = {};
    }
    form_->refresh();
    fastenerForm_->refresh();
    channelForm_->refresh();
    fastenerForm_->setVisible(chosen_.kind == Kind::Fastener);
    channelForm_->setVisible(chosen_.kind == Kind::Channel);
    strip_->update();
}

double MoveBench::edgeShown(double x, bool upper, double onShow) const
{
    const Job& job = *document_.job();
    const bool live = !facesAcross(job.layup.kind) && job.layup.edges == OuterEdges::Live;
    if (!underside_ || !live) {
        return onShow;
    }
    const LayupPlan& layup = *document_.plan()->layup;
    return upper ? valueAt(layup.far().upperUnder, x) : valueAt(layup.near().lowerUnder, x);
}

void MoveBench::paint(QPainter& p, const BoardView& view, const QRectF&, WoodCache& wood)
{
    const Plan& plan = *document_.plan();
    const MovePlan& move = *plan.move;
    SceneStyle style;
    style.screen = true;
    style.palette = colours();
    style.underside = underside_;
    style.waste = 0.0;
    style.wood = 0.9;
    paintPieces(p, view, plan, wood, style);
    paintRods(p, view, plan, style);
    paintResin(p, view, plan, style);
    const double held = document_.job()->move.fixedLine_mm;
    const double mcToday = strip_->mcToday_pct();
    const double length = plan.layup->length.value();

    // The edges as they stand on the slider's day, exaggerated.
    p.setBrush(Qt::NoBrush);
    for (const double side : {-1.0, 1.0}) {
        QPolygonF edge;
        for (int k = 0; k <= 40; ++k) {
            const double x = length * k / 40.0;
            const StripsAt here = stripsAt(*plan.layup, move.rings, std::clamp(x, 1.0, length - 1.0));
            double width = 0.0;
            for (const Strip& s : here.strips) {
                width += s.width_mm;
            }
            const double at = side < 0.0 ? 0.0 : width;
            const double by =
                moveAt_mm(here.strips, held - here.from_mm, at, move.mc.assembly_pct, mcToday) * YearStrip::kShown;
            edge << view.toPixel({x, edgeShown(x, side > 0.0, here.from_mm + at) + by});
        }
        p.setPen(QPen(colours().mark, 1.6));
        p.drawPolyline(edge);
    }
    p.setPen(QPen(colours().mark, chosen_.kind == Kind::Held ? 2.4 : 1.4, Qt::DashDotLine));
    p.drawLine(view.toPixel({-40.0, held}), view.toPixel({length + 40.0, held}));
    p.setFont(textFont(10.0));
    paintLabel(p, view.toPixel({length, held}) + QPointF(-4, -12), tr("held line"), colours().mark, Qt::AlignRight);

    for (size_t i = 0; i < move.channels.size(); ++i) {
        const ChannelPlan& c = move.channels[i];
        const bool chosen = chosen_.kind == Kind::Channel && chosen_.index == i;
        const auto box = [&](double lengthOf, double width) {
            return QRectF(view.toPixel({c.channel.x_mm - width / 2.0, c.channel.middle_mm + lengthOf / 2.0}),
                          view.toPixel({c.channel.x_mm + width / 2.0, c.channel.middle_mm - lengthOf / 2.0}))
                .normalized();
        };
        QColor steel = colours().steel;
        steel.setAlphaF(0.85F);
        p.setPen(QPen(chosen ? colours().mark : colours().ink, chosen ? 2.2 : 1.0, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(box(c.groove.known() ? c.groove.value() : c.channel.length_mm, c.channel.width_mm + 2.0));
        p.setPen(QPen(colours().ink, 1.0));
        p.setBrush(steel);
        p.drawRect(box(c.channel.length_mm, c.channel.width_mm));
        p.setBrush(colours().board);
        p.drawEllipse(view.toPixel({c.channel.x_mm, c.channel.middle_mm}), 3.5, 3.5);
    }
    for (size_t i = 0; i < move.fasteners.size(); ++i) {
        const FastenerPlan& f = move.fasteners[i];
        const bool chosen = chosen_.kind == Kind::Fastener && chosen_.index == i;
        const double scale = std::max(view.scale(), 0.42); // small things stay readable
        const QPointF at = view.toPixel(f.fastener.at);
        p.setPen(QPen(chosen ? colours().mark : colours().ink, chosen ? 2.2 : 1.0));
        QColor steel = colours().steel;
        steel.setAlphaF(0.75F);
        p.setBrush(steel);
        const double washer = std::max(9.0, f.fastener.washer_mm / 2.0 * scale);
        p.drawEllipse(at, washer, washer);
        // The slot runs across; the bolt stands off its middle on the day of assembly.
        const double outward = (f.fastener.at.y >= held ? 1.0 : -1.0) * view.ySign();
        const double slot = std::max(10.0, f.travel.slotLength_mm * scale * 1.6);
        const double wide = std::max(5.0, f.fastener.bolt_mm * scale * 1.1);
        const QPointF middle = at - QPointF(0.0, outward * f.travel.boltOffset_mm * scale * 1.6);
        p.setBrush(QColor(Qt::white));
        p.drawRoundedRect(QRectF(middle.x() - wide / 2, middle.y() - slot / 2, wide, slot), wide / 2, wide / 2);
        const StripsAt here = stripsAt(*plan.layup, move.rings, f.fastener.at.x);
        const double today =
            moveAt_mm(here.strips, held - here.from_mm, f.fastener.at.y - here.from_mm, move.mc.assembly_pct, mcToday);
        p.setPen(Qt::NoPen);
        p.setBrush(colours().ink);
        p.drawEllipse(at + QPointF(0.0, view.ySign() * today * scale * 1.6), wide * 0.42, wide * 0.42);
    }
}

MoveBench::Chosen MoveBench::at(Vec2 at, const BoardView& view) const
{
    if (!hasTop()) {
        return {};
    }
    const MoveChoices& move = document_.job()->move;
    for (size_t i = 0; i < move.fasteners.size(); ++i) {
        if (burl::length(move.fasteners[i].at - at) * view.scale() < 13.0) {
            return {Kind::Fastener, i};
        }
    }
    for (size_t i = 0; i < move.channels.size(); ++i) {
        const Channel& c = move.channels[i];
        const double reach = std::max(c.width_mm / 2.0, 6.0 / view.scale());
        if (std::abs(at.x - c.x_mm) < reach && std::abs(at.y - c.middle_mm) < c.length_mm / 2.0) {
            return {Kind::Channel, i};
        }
    }
    if (std::abs(at.y - move.fixedLine_mm) * view.scale() < 5.0) {
        return {Kind::Held, 0};
    }
    return {};
}

Qt::CursorShape MoveBench::cursorAt(Vec2 where, const BoardView& view) const
{
    switch (at(where, view).kind) {
    case Kind::Fastener:
        return Qt::OpenHandCursor;
    case Kind::Channel:
        return Qt::SizeHorCursor;
    case Kind::Held:
        return Qt::SizeVerCursor;
    case Kind::None:
        break;
    }
    return Qt::ArrowCursor;
}

bool MoveBench::press(Vec2 where, const BoardView& view)
{
    chosen_ = at(where, view);
    refresh();
    Q_EMIT repaintWanted();
    if (chosen_.kind == Kind::None) {
        return false;
    }
    from_ = where;
    before_ = *document_.job();
    gesture_ = document_.newGesture();
    return true;
}

void MoveBench::moveChosen(const Job& before, Vec2 by, bool exactly, int gesture)
{
    const auto snap = [&](double v) { return exactly ? v : snapped(v); };
    const MoveChoices& there = document_.job()->move; // what was taken may be gone by now
    if ((chosen_.kind == Kind::Fastener &&
         chosen_.index >= std::min(there.fasteners.size(), before.move.fasteners.size())) ||
        (chosen_.kind == Kind::Channel &&
         chosen_.index >= std::min(there.channels.size(), before.move.channels.size()))) {
        return;
    }
    document_.edit(
        tr("Move on the underside"),
        [&](Job& j) {
            switch (chosen_.kind) {
            case Kind::Fastener: {
                const Vec2 old = before.move.fasteners[chosen_.index].at;
                Vec2 now{snap(old.x + by.x), snap(old.y + by.y)};
                // It snaps onto the held line, and into line with its neighbours.
                if (!exactly && std::abs(now.y - before.move.fixedLine_mm) < 6.0) {
                    now.y = before.move.fixedLine_mm;
                }
                for (size_t i = 0; i < before.move.fasteners.size() && !exactly; ++i) {
                    if (i != chosen_.index && std::abs(now.x - before.move.fasteners[i].at.x) < 5.0) {
                        now.x = before.move.fasteners[i].at.x;
                    }
                }
                j.move.fasteners[chosen_.index].at = now;
                break;
            }
            case Kind::Channel:
                j.move.channels[chosen_.index].x_mm = snap(before.move.channels[chosen_.index].x_mm + by.x);
                j.move.channels[chosen_.index].middle_mm = snap(before.move.channels[chosen_.index].middle_mm + by.y);
                break;
            case Kind::Held:
                j.move.fixedLine_mm = snap(before.move.fixedLine_mm + by.y);
                if (!exactly && std::abs(j.move.fixedLine_mm) < 8.0) {
                    j.move.fixedLine_mm = 0.0; // the joint
                }
                break;
            case Kind::None:
                break;
            }
        },
        gesture);
}

DragNote MoveBench::drag(Vec2 where)
{
    const Vec2 by = chosen_.kind == Kind::Held ? Vec2{0.0, where.y - from_.y} : where - from_;
    moveChosen(before_, by, false, gesture_);
    const MoveChoices& move = document_.job()->move;
    if ((chosen_.kind == Kind::Fastener && chosen_.index >= move.fasteners.size()) ||
        (chosen_.kind == Kind::Channel && chosen_.index >= move.channels.size())) {
        return {};
    }
    switch (chosen_.kind) {
    case Kind::Fastener:
        return {tr("%1 from the left, %2 from the held line")
                    .arg(quantity(move.fasteners[chosen_.index].at.x, Unit::Length, units()),
                         quantity(std::abs(move.fasteners[chosen_.index].at.y - move.fixedLine_mm), Unit::Length,
                                  units()))};
    case Kind::Channel:
        return {tr("%1 from the left").arg(quantity(move.channels[chosen_.index].x_mm, Unit::Length, units()))};
    case Kind::Held:
        return {tr("%1 from the middle").arg(quantity(move.fixedLine_mm, Unit::Length, units()))};
    case Kind::None:
        break;
    }
    return {};
}

void MoveBench::typed(double mm)
{
    switch (chosen_.kind) {
    case Kind::Fastener:
        moveChosen(before_, {mm - before_.move.fasteners[chosen_.index].at.x, 0.0}, true, gesture_);
        break;
    case Kind::Channel:
        moveChosen(before_, {mm - before_.move.channels[chosen_.index].x_mm, 0.0}, true, gesture_);
        break;
    case Kind::Held:
        moveChosen(before_, {0.0, mm - before_.move.fixedLine_mm}, true, gesture_);
        break;
    case Kind::None:
        break;
    }
}

bool MoveBench::nudge(double dx, double dy)
{
    if (chosen_.kind == Kind::None || document_.job() == nullptr) {
        return false;
    }
    const Job now = *document_.job();
    moveChosen(now, {dx * snap_mm(), dy * snap_mm()}, true, 0);
    return true;
}

void MoveBench::editFastener(const QString& label, const std::function<void(Fastener&)>& change)
{
    document_.edit(label, [&](Job& j) {
        if (chosen_.kind == Kind::Fastener && chosen_.index < j.move.fasteners.size()) {
            change(j.move.fasteners[chosen_.index]);
        }
    });
}

void MoveBench::editChannel(const QString& label, const std::function<void(Channel&)>& change)
{
    document_.edit(label, [&](Job& j) {
        if (chosen_.kind == Kind::Channel && chosen_.index < j.move.channels.size()) {
            change(j.move.channels[chosen_.index]);
        }
    });
}

bool MoveBench::removeSelected()
{
    const Chosen gone = chosen_;
    if (gone.kind != Kind::Fastener && gone.kind != Kind::Channel) {
        return false;
    }
    chosen_ = {};
    document_.edit(tr("Remove"), [&](Job& j) {
        if (gone.kind == Kind::Fastener) {
            j.move.fasteners.erase(j.move.fasteners.begin() + static_cast<std::ptrdiff_t>(gone.index));
        } else {
            j.move.channels.erase(j.move.channels.begin() + static_cast<std::ptrdiff_t>(gone.index));
        }
    });
    return true;
}

void MoveBench::addFastener()
{
    document_.edit(tr("Add a fastener"), [&](Job& j) {
        Fastener f = j.move.fasteners.empty() ? Fastener{} : j.move.fasteners.back();
        f.at = {j.layup.length_mm / 2.0, f.at.y == 0.0 ? 150.0 : f.at.y};
        j.move.fasteners.push_back(f);
        chosen_ = {Kind::Fastener, j.move.fasteners.size() - 1};
    });
}

std::function<void()> MoveBench::remedyFor(const Finding& finding)
{
    return finding.code == "move.no_fasteners" ? std::function<void()>([this] { addFastener(); }) : nullptr;
}

QStringList MoveBench::keys() const
{
    return {tr("Click a fastener or a channel — its measures; drag it — slots and findings follow"),
            tr("Drag the dash-dot line — which line of the top stays put"),
            tr("Type a length while dragging, then Enter — its place from the left end"),
            tr("Arrow keys, with Shift ten times — nudge"),
            tr("Delete — remove it"),
            tr("Slider below — driest to wettest day of the year"),
            tr("T — show face or underside")};
}

} // namespace burl::ui
