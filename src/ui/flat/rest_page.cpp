#include "ui/flat/rest_page.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "core/measure/date.h"
#include "core/measure/parse.h"
#include "ui/ledger/choices_form.h"
#include "ui/ledger/height_cells.h"
#include "ui/ledger/instrument_button.h"
#include "ui/ledger/measure_field.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
RestPage::RestPage(Document& document, InstrumentPort& instrument, QWidget* parent)
    : QWidget(parent), document_(document), form_(new ChoicesForm(document, QStringLiteral("rest"), this)),
      words_(new QLabel(this)), milled_(new QPushButton(tr("milled today"), this)),
      again_(new QPushButton(tr("read it again"), this)), table_(new ReadingTable(this))
{
    named(this, QStringLiteral("restPage"), tr("Rest between millings"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(22, 0, 22, 0);
    row->setSpacing(16);
    form_->setFixedWidth(286);
    row->addWidget(form_, 0, Qt::AlignTop);
    auto* right = new QVBoxLayout;
    right->setSpacing(4);
    auto* head = new QHBoxLayout;
    named(words_, QStringLiteral("restWords"), tr("What the rest is about"));
    words_->setFont(textFont(10.5));
    looking(words_, "quiet");
    right->addWidget(words_);
    named(milled_, QStringLiteral("milledToday"), tr("Write down that it was milled today"));
    named(again_, QStringLiteral("readAgain"), tr("Read its top face again"));
    auto* reads = new InstrumentButton(
        instrument, *table_, [] { return InstrumentKind::Depth; }, this);
    reads->setObjectName(QStringLiteral("restInstrument"));
    connect(reads, &InstrumentButton::message, this, &RestPage::message);
    head->addWidget(reads);
    for (QPushButton* b : {milled_, again_}) {
        looking(b, "tight");
        head->addWidget(b);
    }
    head->addStretch(1);
    right->addLayout(head);
    named(table_, QStringLiteral("restReadings"), tr("Readings of the top face after the rest"));
    right->addWidget(table_, 1);
    right->addStretch(0);
    row->addLayout(right, 1);

    connect(form_, &ChoicesForm::refused, this, &RestPage::message);
    connect(milled_, &QPushButton::clicked, this, &RestPage::milledToday);
    connect(again_, &QPushButton::clicked, this, &RestPage::readAgain);
    connect(table_, &ReadingTable::entered, this, &RestPage::entered);
    form_->addDay(
        QStringLiteral("restCut"), tr("Milled on"), [this] { return rest() ? rest()->cut : std::string(); },
        [this](const std::string& iso) { edit(tr("Milled on"), [&](Rest& r) { r.cut = iso; }); });
    MeasureField* thick = form_->addMeasure(
        QStringLiteral("restThickness"), tr("Thickness then"), Unit::Length, ranges::kThickness_mm,
        [this]() -> std::optional<double> {
            return rest() != nullptr && rest()->thickness_mm > 0.0 ? std::optional(rest()->thickness_mm) : std::nullopt;
        },
        [this](auto v) { edit(tr("Thickness then"), [&](Rest& r) { r.thickness_mm = v.value_or(0.0); }); });
    thick->setOptional(tr("by the calliper"));
    form_->addChoice(
        QStringLiteral("restCovered"), tr("It lies"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("open on both faces"), false}, {tr("with one covered"), true}};
        },
        [this] { return rest() != nullptr && rest()->covered; },
        [this](const QVariant& v) { edit(tr("It lies"), [&](Rest& r) { r.covered = v.toBool(); }); });
    form_
        ->addText(
            QStringLiteral("restAgreed"), tr("Agreed"),
            [this] { return rest() ? fromCore(rest()->agreed) : QString(); },
            [this](const QString& text) { edit(tr("Agreed"), [&](Rest& r) { r.agreed = text.toStdString(); }); })
        ->setPlaceholderText(tr("with whom, when"));
}

const Slab* RestPage::slab() const
{
    const Plan* plan = document_.plan();
    if (plan == nullptr || plan->flatten->pieces.size() <= piece_) {
        return nullptr;
    }
    return document_.shop().slab(plan->flatten->pieces[piece_].slab);
}

const Rest* RestPage::rest() const
{
    const Slab* s = slab();
    if (s == nullptr || document_.job() == nullptr) {
        return nullptr;
    }
    const auto& rests = document_.job()->flatten.rests;
    const auto last = std::find_if(rests.rbegin(), rests.rend(), [&](const Rest& r) { return r.slab == s->id; });
    return last != rests.rend() ? &*last : nullptr;
}

void RestPage::edit(const QString& label, const std::function<void(Rest&)>& change)
{
    const Slab* s = slab();
    if (s == nullptr) {
        return;
    }
    document_.edit(label, [&](Job& j) {
        auto& rests = j.flatten.rests;
        const auto last = std::find_if(rests.rbegin(), rests.rend(), [&](const Rest& r) { return r.slab == s->id; });
        if (last != rests.rend()) {
            change(*last);
        } else {
            Rest first;
            first.slab = s->id;
            change(first);
            rests.push_back(first);
        }
    });
}

void RestPage::milledToday()
{
    const Slab* s = slab();
    if (s == nullptr) {
        return;
    }
    document_.edit(tr("Milled today"), [&](Job& j) {
        Rest next;
        next.slab = s->id;
        next.cut = document_.today();
        j.flatten.rests.push_back(next);
    });
}

void RestPage::readAgain()
{
    const Slab* s = slab();
    if (s == nullptr || !s->topHeights) {
        Q_EMIT message(tr("The places to read are those of the top face: lay out its grid in the Yard first."));
        return;
    }
    edit(tr("Read it again"), [&](Rest& r) {
        HeightGrid grid = *s->topHeights;
        std::fill(grid.readings_mm.begin(), grid.readings_mm.end(), std::nullopt);
        r.readings = grid;
        r.measured = document_.today();
    });
    table_->setFocus();
    table_->setCurrentCell(0, 0);
}

void RestPage::entered(int row, int column, const QString& text)
{
    const Rest* now = rest();
    const auto index = now != nullptr && now->readings ? heightIndex(*now->readings, row, column) : std::nullopt;
    if (!index) {
        return;
    }
    const CellEntry entry = readCell(text, Unit::Length, ranges::kHeight_mm, document_.units());
    if (!entry.refused.isEmpty()) {
        table_->stay();
        Q_EMIT message(entry.refused);
        refresh(); // what was there before stays
        return;
    }
    edit(tr("Height after the rest"), [&](Rest& r) { r.readings->readings_mm[*index] = entry.value; });
}

void RestPage::setPiece(size_t piece)
{
    piece_ = piece;
    refresh();
}

void RestPage::refresh()
{
    form_->refresh();
    const Slab* s = slab();
    const Rest* now = rest();
    form_->setEnabled(s != nullptr);
    milled_->setEnabled(s != nullptr);
    again_->setEnabled(now != nullptr);
    if (s == nullptr) {
        words_->setText(tr("nothing is laid up yet"));
    } else if (now == nullptr) {
        words_->setText(tr("%1 has not been milled").arg(fromCore(s->name)));
    } else if (!now->readings) {
        words_->setText(tr("%1 rests; its top face is read again afterwards").arg(fromCore(s->name)));
    } else {
        words_->setText(tr("%1, top face, read %2").arg(fromCore(s->name), fromCore(now->measured)));
    }
    table_->setVisible(now != nullptr && now->readings.has_value());
    if (now != nullptr && now->readings) {
        fillHeights(*table_, *now->readings, document_.units());
    } else {
        table_->setRowCount(0);
        table_->setColumnCount(0);
    }
}

} // namespace burl::ui
