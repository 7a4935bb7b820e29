#include "ui/fill/pours_page.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "core/measure/clock.h"
#include "core/measure/parse.h"
#include "ui/fill/pour_cards.h"
#include "ui/ledger/choices_form.h"
#include "ui/ledger/instrument_button.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/elided_label.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kGrams = 1000.0;
// Rows of the table of pots.
constexpr int kA = 0;
constexpr int kB = 1;
constexpr int kThen = 2;
constexpr int kPotRows = 3;

/// What the pot at this place of an event wants.
struct WantedPot {
    const ColourPots* colour = nullptr;
    int number = 0; // of its colour, from 1
};
WantedPot wantedPot(const PourEvent& event, int index)
{
    for (const ColourPots& colour : event.colours) {
        if (index < colour.pots.count) {
            return {&colour, index + 1};
        }
        index -= colour.pots.count;
    }
    return {};
}

} // namespace

PoursPage::PoursPage(Document& document, InstrumentPort& instrument, QWidget* parent)
    : QWidget(parent), document_(document), cards_(new PourCards(document, this)), scroll_(new QScrollArea(this)),
      words_(new ElidedLabel(this)), pots_(new ReadingTable(this)),
      form_(new ChoicesForm(document, QStringLiteral("pour"), this)), begin_(new QPushButton(tr("begins now"), this))
{
    named(this, QStringLiteral("poursPage"), tr("Pours"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    named(scroll_, QStringLiteral("pourScroll"), tr("Pours in their order"));
    scroll_->setWidget(cards_);
    scroll_->setFrameShape(QFrame::NoFrame);
    scroll_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll_->setFixedHeight(cards_->height() + 12);
    scroll_->setFocusPolicy(Qt::NoFocus);
    looking(scroll_, "clear");
    scroll_->viewport()->setAutoFillBackground(false);
    cards_->setAutoFillBackground(false);
    column->addWidget(scroll_);

    auto* left = new QVBoxLayout;
    left->setContentsMargins(4, 0, 4, 0);
    left->setSpacing(3);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(kInset_px, 0, kInset_px, 0);
    named(words_, QStringLiteral("pourWords"), tr("What the chosen pour is"));
    words_->setFont(textFont(10.0));
    looking(words_, "quiet");
    head->addWidget(words_, 1);
    auto* reads = new InstrumentButton(
        instrument, *pots_, [] { return InstrumentKind::Mass; }, this);
    reads->setObjectName(QStringLiteral("potScale"));
    connect(reads, &InstrumentButton::message, this, &PoursPage::message);
    auto* card = looking(
        named(new QPushButton(tr("pour card…"), this), QStringLiteral("pourCard"), tr("Pour card as PDF")), "tight");
    card->setToolTip(tr("Everything on one sheet: pours, pots with boxes for what was weighed, when to look again."));
    connect(card, &QPushButton::clicked, this, &PoursPage::cardWanted);
    named(begin_, QStringLiteral("pourBegins"), tr("Write down that this pour begins now"));
    connect(begin_, &QPushButton::clicked, this,
            [this] { edit(tr("A pour begins"), [this](PourRecord& r) { r.began = isoTime(document_.now_h()); }); });
    for (QPushButton* b : std::initializer_list<QPushButton*>{begin_, reads, card}) {
        looking(b, "tight");
        head->addWidget(b);
    }
    left->addLayout(head);
    named(pots_, QStringLiteral("potTable"), tr("Pots: what the scale said"));
    pots_->horizontalHeader()->setDefaultSectionSize(136);
    pots_->verticalHeader()->setDefaultSectionSize(23);
    pots_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    pots_->setFrameShape(QFrame::NoFrame);
    looking(pots_, "inset");
    pots_->setToolTip(tr("Type what the scale shows, in grams, or let it come from the scale; Enter walks on."));
    left->addWidget(pots_, 1);
    column->addLayout(left, 1);
    form_->hide();

    connect(form_, &ChoicesForm::refused, this, &PoursPage::message);
    connect(pots_, &ReadingTable::entered, this, &PoursPage::entered);
    connect(cards_, &PourCards::chosenChanged, this, [this] {
        scroll_->ensureVisible(22 + cards_->chosen() * 158 + 75, 10, 120, 0);
        refresh();
    });
    addRecordRows();
}

const PourEvent* PoursPage::chosenEvent() const
{
    if (document_.plan() == nullptr || document_.plan()->pour->events.empty()) {
        return nullptr;
    }
    const auto& events = document_.plan()->pour->events;
    return &events[std::min(events.size() - 1, static_cast<size_t>(cards_->chosen()))];
}

const PourRecord* PoursPage::record() const
{
    const PourEvent* e = chosenEvent();
    if (e != nullptr && document_.job() != nullptr) {
        for (const PourRecord& r : document_.job()->fill.log) {
            if (r.event == e->id) {
                return &r;
            }
        }
    }
    return nullptr;
}

void PoursPage::edit(const QString& label, const std::function<void(PourRecord&)>& change)
{
    const PourEvent* e = chosenEvent();
    if (e == nullptr) {
        return;
    }
    document_.edit(label, [&, id = e->id](Job& j) {
        auto& log = j.fill.log;
        auto at = std::find_if(log.begin(), log.end(), [&](const PourRecord& r) { return r.event == id; });
        if (at == log.end()) {
            PourRecord fresh;
            fresh.event = id;
            log.push_back(fresh);
            at = log.end() - 1;
        }
        change(*at);
        PourRecord nothing;
        nothing.event = id;
        if (*at == nothing) { // all of it was taken back
            log.erase(at);
        }
    });
}

void PoursPage::addRecordRows()
{
    EntryField* began = form_->addMoment(
        QStringLiteral("pourBegan"), tr("Begun"), [this] { return record() ? record()->began : std::string(); },
        [this](const std::string& at) { edit(tr("A pour begins"), [&](PourRecord& r) { r.began = at; }); });
    began->setToolTip(tr("When the first pot was mixed: 3 Nov 8:20. The hours of all that follows count from it."));
    struct Row {
        const char* name;
        QString label;
        double PourRecord::*member;
        Range range;
        Unit unit;
        QString tip;
    };
    for (const Row& row : {Row{"pourPoured", tr("Poured"), &PourRecord::poured_L, ranges::kPoured_L, Unit::Volume,
                               tr("What went into the form; what is short of the plan is told below.")},
                           Row{"pourLeaked", tr("Leaked"), &PourRecord::leaked_L, ranges::kPoured_L, Unit::Volume,
                               tr("What ran out again, by the pot that caught it.")},
                           Row{"pourOver", tr("Stands over"), &PourRecord::overpour_mm, ranges::kOverpour_mm,
                               Unit::Length, tr("How high it stands over the wood now, to be planed off.")}}) {
        auto* field = form_->addMeasure(
            QString::fromLatin1(row.name), row.label, row.unit, row.range,
            [this, member = row.member]() -> std::optional<double> {
                return record() != nullptr && record()->*member > 0.0 ? std::optional(record()->*member) : std::nullopt;
            },
            [this, member = row.member, label = row.label](auto v) {
                edit(label, [&](PourRecord& r) { r.*member = v.value_or(0.0); });
            });
        field->setOptional(tr("not yet"));
        field->setTip(row.tip);
    }
}

void PoursPage::refresh(bool onlyPlan)
{
    cards_->refresh();
    form_->refresh();
    const PourEvent* e = chosenEvent();
    begin_->setEnabled(e != nullptr && !e->done);
    form_->setEnabled(e != nullptr);
    if (e != nullptr) {
        const ResinClass* r = document_.shop().resin(e->resin);
        QString words =
            (r != nullptr ? translated(r->name) : fromCore(e->resin)) + QStringLiteral(" · ") + translated(e->note);
        if (e->works_min) {
            words +=
                QStringLiteral(" · ") + tr("works %1").arg(quantity(*e->works_min, Unit::Minutes, document_.units()));
        }
        words_->setWords(words);

    } else {
        words_->setWords({});
    }
    if (!onlyPlan || !pots_->isEditing() || pots_->columnCount() != (e != nullptr ? e->pots : 0)) {
        fillPots();
    }
}

void PoursPage::fillPots()
{
    const PourEvent* e = chosenEvent();
    const int pots = e != nullptr ? e->pots : 0;
    pots_->setRowCount(kPotRows);
    pots_->setColumnCount(pots);
    pots_->setVerticalHeaderLabels({tr("A"), tr("B"), tr("then")});
    const PourRecord* r = record();
    for (int i = 0; i < pots; ++i) {
        const WantedPot pot = wantedPot(*e, i);
        const Parts& want = pot.colour->pots.each;
        QString head = pot.colour->colour.empty()
                           ? tr("pot %1").arg(i + 1)
                           : fromCore(pot.colour->colour) + QLatin1Char(' ') + QString::number(pot.number);
        if (pots_->horizontalHeaderItem(i) == nullptr || pots_->horizontalHeaderItem(i)->text() != head) {
            pots_->setHorizontalHeaderItem(i, new QTableWidgetItem(head));
        }
        const WeighedPot* weighed =
            r != nullptr && static_cast<size_t>(i) < r->pots.size() ? &r->pots[static_cast<size_t>(i)] : nullptr;
        const auto cell = [&](double is_g, double want_kg, double want_L) {
            const QString wanted = quantity(want_kg * kGrams, Unit::SmallMass, document_.units());
            return is_g > 0.0 ? quantity(is_g, Unit::SmallMass, document_.units()) + QStringLiteral(" ✓")
                              : tr("of %1, %2").arg(wanted, quantity(want_L, Unit::Volume, document_.units()));
        };
        pots_->put(kA, i, cell(weighed != nullptr ? weighed->a_g : 0.0, want.a_kg, want.a_L));
        pots_->put(kB, i, cell(weighed != nullptr ? weighed->b_g : 0.0, want.b_kg, want.b_L));
        QString then = want.pigment_g > 0.0
                           ? tr("pigment %1").arg(quantity(want.pigment_g, Unit::SmallMass, document_.units()))
                           : QString();
        if (weighed != nullptr && weighed->a_g > 0.0 && weighed->b_g > 0.0) {
            const Correction fix = correctionFor(want, weighed->a_g, weighed->b_g);
            if (fix.addA_g > 0.0 || fix.addB_g > 0.0) {
                then = fix.addA_g > 0.0 ? tr("add A %1").arg(quantity(fix.addA_g, Unit::SmallMass, document_.units()))
                                        : tr("add B %1").arg(quantity(fix.addB_g, Unit::SmallMass, document_.units()));
            }
        }
        pots_->put(kThen, i, then, false);
    }
}

void PoursPage::entered(int row, int column, const QString& text)
{
    const PourEvent* e = chosenEvent();
    if (e == nullptr || row > kB) {
        return;
    }
    QString plain = text;
    plain.remove(QStringLiteral("g")).remove(QStringLiteral("✓"));
    bool isNumber = false;
    const double grams = plain.trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&isNumber);
    if (plain.trimmed().isEmpty()) {
        isNumber = true; // taken back
    }
    if (!isNumber || !ranges::kWeighed_g.holds(grams)) {
        pots_->stay();
        Q_EMIT message(isNumber ? tr("A weight %1, in grams.").arg(fromCore(rangeSentence(ranges::kWeighed_g)))
                                : tr("A weight is a number of grams; %1 is none.").arg(text));
        fillPots();
        return;
    }
    edit(tr("A pot was weighed"), [&](PourRecord& r) {
        if (r.pots.size() <= static_cast<size_t>(column)) {
            r.pots.resize(static_cast<size_t>(column) + 1);
        }
        WeighedPot& pot = r.pots[static_cast<size_t>(column)];
        (row == kA ? pot.a_g : pot.b_g) = grams;
        pot.at = isoTime(document_.now_h());
        if (r.began.empty() && grams > 0.0) {
            r.began = pot.at;
        }
        while (!r.pots.empty() && r.pots.back().a_g <= 0.0 && r.pots.back().b_g <= 0.0) {
            r.pots.pop_back();
        }
        if (r.pots.empty() && r.poured_L <= 0.0) {
            r.began.clear();
        }
    });
}

} // namespace burl::ui
