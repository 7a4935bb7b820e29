#include "ui/move/bending_page.h"

#include <cmath>

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QPainter>
#include <QVBoxLayout>

#include "ui/look/choice_box.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

BendingPage::BendingPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), case_(new ChoiceBox(this)),
      without_(new QCheckBox(tr("as if it had no channels"), this))
{
    named(this, QStringLiteral("bendingPage"), tr("How the top bends"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(22, 2, 22, 2);
    auto* head = new QHBoxLayout;
    named(case_, QStringLiteral("bendingCase"), tr("What loads it"));
    named(without_, QStringLiteral("bendingWithout"), tr("Shown as if it had no channels"));
    case_->addItem(QString(), int(HoldCase::AtEnd));
    case_->addItem(QString(), int(HoldCase::AtEdge));
    case_->addItem(QString(), int(HoldCase::Books));
    case_->addItem(tr("its own weight alone"), int(HoldCase::OwnWeight));
    case_->addItem(tr("the driest month"), int(HoldCase::Driest));
    case_->addItem(tr("the wettest month"), int(HoldCase::Wettest));
    case_->addItem(tr("tightened down on pads out of true"), int(HoldCase::Tightened));
    case_->setToolTip(tr("What presses on the top, or the month it is looked at in."));
    without_->setToolTip(tr("To see what the channels do."));
    case_->setFixedWidth(270);
    head->addWidget(case_);
    head->addSpacing(12);
    head->addWidget(without_);
    head->addStretch(1);
    column->addLayout(head);
    column->addStretch(1);
    connect(case_, &QComboBox::activated, this, [this] {
        update();
        Q_EMIT moved();
    });
    connect(without_, &QCheckBox::toggled, this, [this] {
        update();
        Q_EMIT moved();
    });
}

HoldCase BendingPage::which() const
{
    return static_cast<HoldCase>(case_->currentData().toInt());
}

bool BendingPage::beams() const
{
    return !without_->isChecked();
}

const HoldShape* BendingPage::shape() const
{
    const Plan* plan = document_.plan();
    if (plan == nullptr || !plan->hold->answer) {
        return nullptr;
    }
    const HoldShape& shape = plan->hold->answer->shape(which(), beams());
    return shape.w_mm.empty() && !shape.tips ? nullptr : &shape;
}

void BendingPage::refresh()
{
    const QString person =
        quantity(document_.job() != nullptr ? document_.job()->base.sitter_kg : BaseChoices{}.sitter_kg, Unit::Mass,
                 document_.units());
    const QString books = quantity(kBookStack_kg, Unit::Mass, document_.units());
    case_->setItemText(case_->findData(int(HoldCase::AtEnd)), tr("%1 sitting on its end").arg(person));
    case_->setItemText(case_->findData(int(HoldCase::AtEdge)), tr("%1 on its long edge").arg(person));
    case_->setItemText(case_->findData(int(HoldCase::Books)), tr("%1 of books in the middle").arg(books));
    without_->setEnabled(document_.plan() != nullptr && !document_.plan()->move->channels.empty());
    setAccessibleDescription(words().join(QStringLiteral("; ")));
    update();
}

QStringList BendingPage::words() const
{
    const Plan* plan = document_.plan();
    if (plan == nullptr || plan->layup->missing) {
        return {tr("Lay the top up first.")};
    }
    if (!plan->hold->question) {
        return {plan->move->missing ? translated(plan->move->missing->what) + QStringLiteral(".")
                : plan->move->fasteners.empty() && plan->move->plates.empty()
                    ? tr("What the top stands on is not said: place base plates or fasteners.")
                    : tr("The thickness of the top is not known yet.")};
    }
    if (!plan->hold->answer) {
        return {tr("Being worked out …")};
    }
    QStringList out;
    if (!plan->hold->fresh) {
        out << tr("Being worked out: this is how it was before.");
    }
    const HoldShape* s = shape();
    if (s == nullptr) {
        out << (which() == HoldCase::Tightened
                    ? tr("The ends of the base plates are not read: choose a plate and say how low they lie.")
                    : tr("Where the pith of a slab lies is not known, so nobody knows how it cups."));
        return out;
    }
    const UnitChoice& units = document_.units();
    const auto mm = [&](double v) { return quantity(v, Unit::Length, units); };
    const auto newtons = [&](double v) { return quantity(v, Unit::Force, units); };
    if (s->tips) {
        out << tr("The load lifts the top off what it stands on: it tips.");
        return out;
    }
    out << tr("gives %1 at most, at %2 from the left; rises by %3")
               .arg(mm(s->most_mm), mm(s->mostAt.x), mm(-s->least_mm));
    if (which() == HoldCase::Driest || which() == HoldCase::Wettest) {
        out << (s->cup_mm >= 0.0 ? tr("crowned by %1 at %2 from the left") : tr("hollow by %1 at %2 from the left"))
                   .arg(mm(std::abs(s->cup_mm)), mm(s->cupAt_mm))
            << tr("out of straight across by %1 at most, at %2 from the left").arg(mm(s->wave_mm), mm(s->waveAt_mm));
    }
    for (size_t b = 0; beams() && b < s->bolts_N.size() && b < 4; ++b) {
        QStringList forces;
        for (const double f : s->bolts_N[b]) {
            forces << newtons(f);
        }
        if (!forces.isEmpty()) {
            out << tr("across at %1, bolts: %2")
                       .arg(mm(plan->hold->question->plate.beams.size() > b ? plan->hold->question->plate.beams[b].x_mm
                                                                            : 0.0),
                            forces.join(QStringLiteral(", ")));
        }
    }
    out << tr(
        "A thin plate of its real outline and grain, on what it stands on; stiffness across the grain is known to "
        "a fifth. Not a certificate.");
    return out;
}

void BendingPage::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(textFont(10.5));
    p.setPen(colours().ink);
    double y = 40.0;
    for (const QString& line : words()) {
        const QRectF box(24.0, y, width() - 48.0, 60.0);
        const QRectF used = p.boundingRect(box, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, line);
        p.drawText(box, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, line);
        y += used.height() + 4.0;
    }
}

} // namespace burl::ui
