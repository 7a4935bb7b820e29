#include "ui/surface/surface_tray.h"

#include <cmath>

#include <QComboBox>
#include <QHBoxLayout>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "core/measure/clock.h"
#include "core/surface/work_words.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/choice_box.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/surface/surface_bench.h"

namespace burl::ui
{

WorkPage::WorkPage(const QString& name, const QString& said, const QStringList& heads, const std::vector<int>& widths,
                   QWidget* parent)
    : QWidget(parent), table_(new QTableWidget(this)), words_(new QLabel(this))
{
    named(this, name + QStringLiteral("Page"), said);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(4, 0, 14, 0);
    named(table_, name + QStringLiteral("Table"), said);
    makePlain(*table_, heads, widths);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    row->addWidget(table_, 3);
    named(words_, name + QStringLiteral("Words"), tr("What is to be known while it is done"));
    words_->setWordWrap(true);
    words_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    auto* scroll =
        looking(named(new QScrollArea(this), name + QStringLiteral("Scroll"), tr("What is to be known")), "clear");
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setWidget(words_);
    scroll->viewport()->setAutoFillBackground(false);
    words_->setAutoFillBackground(false);
    row->addWidget(scroll, 2);
}

void WorkPage::show(const std::vector<QStringList>& rows, const QStringList& words)
{
    table_->setRowCount(static_cast<int>(rows.size()));
    for (size_t i = 0; i < rows.size(); ++i) {
        putRow(*table_, static_cast<int>(i), rows[i]);
        for (int c = 0; c < rows[i].size(); ++c) {
            table_->item(static_cast<int>(i), c)->setToolTip(rows[i][c]);
        }
    }
    words_->setText(words.join(QLatin1Char('\n')));
}

LadderView::LadderView(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), part_(new ChoiceBox(this))
{
    named(this, QStringLiteral("sandingPage"), tr("Sanding, grit by grit"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(22, 2, 22, 2);
    auto* head = new QHBoxLayout;
    named(part_, QStringLiteral("sandingPart"), tr("Which part is sanded"));
    for (size_t i = 0; i < kSurfaceParts; ++i) {
        part_->addItem(translated(partWord(static_cast<SurfacePart>(i))), static_cast<int>(i));
    }
    part_->setToolTip(tr("The ladder shown is that of this part."));
    part_->setFixedWidth(150);
    head->addWidget(part_);
    auto* done = looking(named(new QPushButton(tr("next grit is sanded"), this), QStringLiteral("logSanded"),
                               tr("Write down that the next grit is sanded")),
                         "tight");
    done->setToolTip(tr("With today's date; the minutes still to do follow."));
    head->addWidget(done);
    auto* back = looking(named(new QPushButton(tr("take back"), this), QStringLiteral("takeBackSanded"),
                               tr("Take the last one of this part back")),
                         "tight");
    head->addWidget(back);
    head->addStretch(1);
    column->addLayout(head);
    column->addStretch(1);
    connect(part_, &QComboBox::currentIndexChanged, this, [this] {
        update();
        Q_EMIT partChanged();
    });
    connect(done, &QPushButton::clicked, this, &LadderView::sanded);
    connect(back, &QPushButton::clicked, this, &LadderView::takenBack);
}

SurfacePart LadderView::part() const
{
    return static_cast<SurfacePart>(part_->currentData().toInt());
}

void LadderView::refresh()
{
    update();
}

const PartSanding* LadderView::shown() const
{
    if (const Plan* plan = document_.plan()) {
        for (const PartSanding& p : plan->surface->sanding) {
            if (p.part == part()) {
                return &p;
            }
        }
    }
    return nullptr;
}

void LadderView::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const PartSanding* s = shown();
    const double top = 42.0;
    p.setFont(textFont(10.5));
    p.setPen(colours().ink);
    if (s == nullptr) {
        p.drawText(QRectF(24, top, width() - 48.0, 40), Qt::AlignLeft | Qt::TextWordWrap,
                   tr("Nothing of this part is to be sanded by itself."));
        return;
    }
    const SurfaceChoices& c = document_.plan()->surface->choices;
    const QString why = s->part == SurfacePart::Show ? translated(document_.plan()->surface->stop.why) : QString();
    p.drawText(QRectF(24, top, width() - 48.0, 20), Qt::AlignLeft,
               p.fontMetrics().elidedText(tr("%1: stops at %2").arg(translated(partWord(s->part))).arg(s->stop) +
                                              (why.isEmpty() ? QString() : QStringLiteral(", ") + why),
                                          Qt::ElideRight, width() - 48));
    if (s->ladder.grits.empty()) {
        p.setPen(colours().mark);
        p.drawText(
            QRectF(24, top + 26, width() - 48.0, 40), Qt::AlignLeft | Qt::TextWordWrap,
            tr("From %1 no step leads to %2: a grit is missing between.").arg(s->ladder.reached).arg(s->ladder.beyond));
        return;
    }
    const bool wet =
        c.waterPop && (s->part == SurfacePart::Show || s->part == SurfacePart::Under) && s->ladder.grits.size() > 1;
    const size_t stops = s->ladder.grits.size() + (wet ? 1 : 0);
    const double step = std::min(150.0, (width() - 90.0) / static_cast<double>(std::max<size_t>(1, stops)));
    constexpr double kRound = 19.0;
    const double y = top + 54.0;
    double x = 48.0;
    p.setPen(QPen(colours().ink, 1.4));
    p.drawLine(QPointF(x, y), QPointF(x + step * static_cast<double>(stops - 1), y));
    for (size_t i = 0; i < s->ladder.grits.size(); ++i) {
        if (wet && i + 1 == s->ladder.grits.size()) {
            p.setPen(QPen(colours().lead, 1.6));
            p.setBrush(colours().field);
            p.drawEllipse(QPointF(x, y), kRound - 5.0, kRound - 5.0);
            p.setFont(textFont(10.0));
            p.setPen(colours().ink);
            p.drawText(QRectF(x - 60, y + 22, 120, 18), Qt::AlignHCenter, tr("wet, dry 4 h"));
            p.drawText(QRectF(x - kRound, y - kRound, 2 * kRound, 2 * kRound), Qt::AlignCenter, QStringLiteral("≈"));
            x += step;
        }
        const bool done = s->ladder.grits[i] <= s->reached;
        p.setPen(QPen(colours().ink, 1.6));
        p.setBrush(done ? colours().shelf : colours().board);
        p.drawEllipse(QPointF(x, y), kRound, kRound);
        p.setFont(textFont(11.0, true));
        p.drawText(QRectF(x - kRound, y - kRound, 2 * kRound, 2 * kRound), Qt::AlignCenter,
                   QString::number(s->ladder.grits[i]));
        p.setFont(textFont(10.0));
        const SandingTimes::Step& t = s->times.steps[i];
        p.drawText(QRectF(x - 70, y + 22, 140, 18), Qt::AlignHCenter,
                   done ? tr("✓ done") : quantity(t.elapsed_min, Unit::Minutes, document_.units()));
        p.setPen(colours().faint);
        p.drawText(QRectF(x - 70, y + 39, 140, 18), Qt::AlignHCenter,
                   t.discs == 1 ? tr("1 disc") : tr("%1 discs").arg(t.discs));
        x += step;
    }
    p.setPen(colours().faint);
    p.setFont(textFont(10.0));
    p.drawText(QRectF(24, height() - 40.0, width() - 48.0, 38), Qt::AlignLeft | Qt::AlignBottom | Qt::TextWordWrap,
               tr("Pencil grid before every grit (%1 lines across, %2 along), equal strokes until it is gone; dust out "
                  "between; light along the top: scratches across the grain show.")
                   .arg(document_.plan()->surface->pencil.across)
                   .arg(document_.plan()->surface->pencil.along));
}

SurfaceTray::SurfaceTray(Document& document, QWidget* parent)
    : PageTray(QStringLiteral("surfaceTray"), tr("Glue-up, edges, sanding, finish"), parent), document_(document),
      glue_(new WorkPage(QStringLiteral("glue"), tr("Joints, a row each"),
                         {tr("joint"), tr("long"), tr("tenons"), tr("clamps"), tr("each"), tr("glue")},
                         {94, 76, 54, 56, 64}, this)),
      keys_(new WorkPage(QStringLiteral("keys"), tr("Keys and repairs, a row each"),
                         {tr("what"), tr("from the left"), tr("across"), tr("deep"), tr("how")}, {62, 84, 68, 68},
                         this)),
      edges_(new WorkPage(QStringLiteral("edges"), tr("Stretches of the long edges, a row each"),
                          {tr("edge"), tr("from"), tr("to"), tr("becomes"), tr("takes")}, {50, 76, 76, 116}, this)),
      ladder_(new LadderView(document, this)),
      finish_(new WorkPage(QStringLiteral("finish"), tr("Coats, a row each"),
                           {tr("coat"), tr("area"), tr("mix"), tr("of it B"), tr("batches"), tr("when")},
                           {40, 62, 60, 58, 58}, this))
{
    addPage(tr("Glue-up"), QStringLiteral("trayGlue"), glue_);
    addPage(tr("Keys and repairs"), QStringLiteral("trayKeys"), keys_);
    addPage(tr("Edges"), QStringLiteral("trayEdges"), edges_);
    addPage(tr("Sanding"), QStringLiteral("traySanding"), ladder_);
    addPage(tr("Finish"), QStringLiteral("trayFinish"), finish_);
    connect(this, &PageTray::shown, this, [this] { refresh(); });
    show(Page::Finish);
}

void SurfaceTray::refresh()
{
    switch (page()) { // what nobody sees is filled when it is shown
    case Page::Glue:
        fillGlue();
        break;
    case Page::Keys:
        fillKeys();
        break;
    case Page::Edges:
        fillEdges();
        break;
    case Page::Sanding:
        ladder_->refresh();
        break;
    case Page::Finish:
        fillFinish();
        break;
    }
}

namespace
{

QStringList linesOf(const std::vector<std::string>& words)
{
    QStringList out;
    for (const std::string& w : words) {
        out << QStringLiteral("· ") + translated(w);
    }
    return out;
}

} // namespace

void SurfaceTray::fillGlue()
{
    std::vector<QStringList> rows;
    QStringList words;
    if (const Plan* plan = document_.plan(); plan != nullptr && !plan->surface->joints.empty()) {
        const SurfacePlan& s = *plan->surface;
        const UnitChoice& u = document_.units();
        for (const JointGlue& j : s.joints) {
            rows.push_back({fromCore(j.name), quantity(j.length_mm, Unit::Length, u), QString::number(j.tenons),
                            QString::number(j.clamps.count), quantity(j.clamps.each_N, Unit::Force, u),
                            quantity(j.glue.grams, Unit::SmallMass, u)});
        }
        words << tr("Last clamp after %1, open for %2: %3")
                     .arg(quantity(s.glueAll->assembly_min, Unit::Minutes, u),
                          quantity(s.glueAll->open_min, Unit::Minutes, u),
                          s.glueAll->fits ? tr("it fits.") : tr("too late."));
        words << linesOf(glueWords(s));
    } else {
        words << tr("This top has no joint to glue.");
    }
    glue_->show(rows, words);
}

void SurfaceTray::fillKeys()
{
    std::vector<QStringList> rows;
    QStringList words;
    if (const Plan* plan = document_.plan()) {
        const SurfacePlan& s = *plan->surface;
        const auto mm = [&](double v) { return quantity(v, Unit::Length, document_.units()); };
        for (size_t i = 0; i < s.repairs.size(); ++i) {
            const RepairPlan& r = s.repairs[i];
            QString how = translated(r.how);
            if (r.layers > 1) {
                how += tr(", %1 layers").arg(r.layers);
            }
            if (!r.offcut.empty()) {
                how += tr(", from %1").arg(fromCore(r.offcut));
            }
            rows.push_back(
                {tr("repair %1").arg(i + 1), mm(r.repair.at.x), mm(r.repair.at.y), mm(r.repair.deep_mm), how});
        }
        for (const KeyPlace& k : s.keys) {
            rows.push_back(
                {tr("key"), mm(k.at.x), mm(k.at.y), mm(k.deep_mm),
                 tr("in %1, turned %2° from along").arg(fromCore(k.slab), QString::number(std::lround(k.axis_deg)))});
        }
        words = linesOf(repairWords(s));
    }
    keys_->show(rows, words);
}

void SurfaceTray::fillEdges()
{
    std::vector<QStringList> rows;
    QStringList words;
    if (const Plan* plan = document_.plan()) {
        const SurfacePlan& s = *plan->surface;
        const UnitChoice& u = document_.units();
        for (const EdgePlan& e : s.edges) {
            rows.push_back({e.far ? tr("far") : tr("near"), quantity(e.from_mm, Unit::Length, u),
                            quantity(e.to_mm, Unit::Length, u), treatmentWord(e.kind),
                            quantity(e.minutes, Unit::Minutes, u)});
        }
        words = linesOf(edgeWords(s, u));
    }
    edges_->show(rows, words);
}

void SurfaceTray::fillFinish()
{
    std::vector<QStringList> rows;
    QStringList words;
    if (const Plan* plan = document_.plan()) {
        const SurfacePlan& s = *plan->surface;
        const UnitChoice& u = document_.units();
        for (size_t i = 0; i < s.amount.coats.size(); ++i) {
            const FinishCoat& coat = s.amount.coats[i];
            const auto at_h = plan->days->coatAt_h(i);
            const QString when = at_h ? fromCore(timeText(*at_h)) : tr("not known");
            rows.push_back({QString::number(i + 1), quantity(coat.area_mm2, Unit::Area, u),
                            quantity(coat.parts.volume_L, Unit::Volume, u),
                            coat.parts.b_L > 0.0 ? quantity(coat.parts.b_L, Unit::Volume, u) : QStringLiteral("–"),
                            QString::number(coat.batches), when});
        }
        words = linesOf(finishWords(s));
    }
    finish_->show(rows, words);
}

} // namespace burl::ui
