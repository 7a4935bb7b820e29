#include "sheets/pour_card.h"

#include <algorithm>
#include <cmath>

#include <QCoreApplication>
#include <QPdfWriter>

#include "core/days/pour_times.h"
#include "core/measure/clock.h"
#include "core/measure/format.h"
#include "sheets/sheet.h"

namespace burl
{

using sheets::tr;

namespace
{

QString words(const std::string& text)
{
    return text.empty() ? QString() : QCoreApplication::translate("core", text.c_str());
}

class PourCard : public Sheet
{
public:
    PourCard(QPdfWriter& pdf, const Job& job, const Shop& shop, const Plan& plan, const QString& family)
        : Sheet(pdf, shop.habits.units, family), job_(job), shop_(shop), pour_(*plan.pour), days_(*plan.days)
    {
    }

    void paint()
    {
        head();
        if (pour_.events.empty()) {
            page_.text(0, y_, page_.width(), tr("Nothing is poured in this job."), 11.0);
            return;
        }
        for (const PourEvent& event : pour_.events) {
            pourOf(event);
        }
        form();
        cautions();
    }

private:
    void head() override
    {
        title(tr("Pours: %1").arg(QString::fromStdString(job_.name)));
        page_.text(0, 9.5, page_.width(),
                   tr("Shop %1 by night, %2 by day · %3 · pots of at most %4")
                       .arg(amount(job_.fill.room.night_C, Unit::Temperature),
                            amount(job_.fill.room.day_C, Unit::Temperature),
                            job_.fill.room.fan ? tr("fans") : tr("still air"),
                            amount(largestPot_L(job_.fill.bucket_L, job_.fill.mixing), Unit::Volume)),
                   10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 17.5;
        y_ += page_.paragraph(
                  0, y_, page_.width(),
                  tr("Gloves, eyes, fresh air; no naked flame. A pot that smokes goes outdoors, and nothing goes on "
                     "top of it. The product's own sheet rules."),
                  8.5) +
              3.0;
    }

    [[nodiscard]] QString amount(double value, Unit unit) const
    {
        return QString::fromStdString(formatQuantity(value, unit, units_));
    }
    void pourOf(const PourEvent& event)
    {
        constexpr double kRow_mm = 5.4;
        constexpr double kHead_mm = 30.0;
        const PourTimes times = pourTimes(pour_, days_, event);
        const auto when = [&](const std::optional<double>& at_h) { return words(pourMoment(times, at_h)); };
        makeRoom(kHead_mm + kRow_mm * event.pots);
        page_.text(0, y_, page_.width() - 46.0, words(event.name) + QStringLiteral(" · ") + words(pourWhen(times)),
                   12.0, true);
        page_.text(page_.width() - 60.0, y_, 60.0, QString::fromStdString(figureText(event.litres, units_)), 12.0, true,
                   Qt::AlignRight);
        y_ += 6.5;
        const ResinClass* r = shop_.resin(event.resin);
        QString line = (r != nullptr ? words(r->name) : QString()) + QStringLiteral(" · ") + words(event.note);
        if (event.depth_mm > 0.0) {
            line += QStringLiteral(" · ") + tr("%1 deep").arg(length(event.depth_mm));
        }
        line += QStringLiteral(" · ") + tr("takes %1").arg(amount(event.time_min, Unit::Minutes));
        if (event.works_min) {
            line += tr(", works %1").arg(amount(*event.works_min, Unit::Minutes));
        }
        if (times.notBefore_h) {
            line += QStringLiteral(" · ") + tr("not before %1").arg(when(times.notBefore_h));
        }
        if (times.closes_h) {
            line += QStringLiteral(" · ") +
                    (times.scuffed() ? tr("scuff it first: its window closed %1") : tr("scuff it after %1"))
                        .arg(when(times.closes_h));
        }
        y_ += page_.paragraph(0, y_, page_.width(), line, 9.0) + 1.5;
        std::vector<QStringList> rows;
        constexpr double kGrams = 1000.0;
        int n = 0;
        for (const ColourPots& colour : event.colours) {
            for (int i = 0; i < colour.pots.count; ++i, ++n) {
                const Parts& p = colour.pots.each;
                const WeighedPot* weighed = event.record && static_cast<size_t>(n) < event.record->pots.size()
                                                ? &event.record->pots[static_cast<size_t>(n)]
                                                : nullptr;
                const auto box = [&](double grams) {
                    return grams > 0.0 ? amount(grams, Unit::SmallMass) : QStringLiteral("______");
                };
                rows.push_back(
                    {QString::number(n + 1) + QLatin1Char(' ') + QString::fromStdString(colour.colour),
                     amount(p.a_kg * kGrams, Unit::SmallMass) + QStringLiteral(" · ") + amount(p.a_L, Unit::Volume),
                     box(weighed != nullptr ? weighed->a_g : 0.0),
                     amount(p.b_kg * kGrams, Unit::SmallMass) + QStringLiteral(" · ") + amount(p.b_L, Unit::Volume),
                     box(weighed != nullptr ? weighed->b_g : 0.0),
                     p.pigment_g > 0.0 ? amount(p.pigment_g, Unit::SmallMass) : QString(),
                     weighed != nullptr && weighed->at.size() > 11 ? QString::fromStdString(weighed->at.substr(11))
                                                                   : QStringLiteral("__:__")});
            }
        }
        const double w = page_.width();
        y_ += page_.table(0, y_,
                          {{tr("pot"), w * 0.18, false},
                           {tr("A"), w * 0.19},
                           {tr("weighed"), w * 0.12},
                           {tr("B"), w * 0.19},
                           {tr("weighed"), w * 0.12},
                           {tr("pigment"), w * 0.11},
                           {tr("at"), w * 0.09}},
                          rows) +
              2.0;
        lookAgain(event);
        y_ += 3.0;
    }

    /// When to look at a river again.
    void lookAgain(const PourEvent& event)
    {
        const PlaceHeat* river = pour_.river();
        if (event.kind != PourKind::River || river == nullptr || !river->heat ||
            event.layer >= river->heat->layers.size()) {
            return;
        }
        const PourTimes pour = pourTimes(pour_, days_, event);
        if (!pour.at_h) {
            return;
        }
        const CuredLayer& times = river->heat->layers[event.layer].times;
        QStringList looks;
        const auto look = [&](const std::optional<double>& h, const QString& what) {
            if (h) {
                looks << what.arg(words(pourMoment(pour, *pour.at_h + *h)));
            }
        };
        constexpr double kBubbles_h = 0.5;
        look(kBubbles_h, tr("bubbles and leaks %1"));
        look(times.honeyTop_h, tr("thick as honey %1"));
        look(times.gelMiddle_h, tr("sets %1"));
        if (!river->heat->runsAway && river->heat->peakLayer == event.layer) {
            look(std::max(0.0, river->heat->peakAt_h - river->heat->layers[event.layer].pouredAt_h),
                 tr("hottest, about %1, %2").arg(amount(river->heat->peak_C, Unit::Temperature), QStringLiteral("%1")));
        }
        look(times.demould_h, tr("out of the form %1"));
        if (!looks.isEmpty()) {
            y_ += page_.paragraph(0, y_, page_.width(), tr("Look again: %1.").arg(looks.join(QStringLiteral("; "))),
                                  9.0) +
                  1.0;
        }
    }

    void form()
    {
        if (!pour_.form) {
            return;
        }
        makeRoom(30.0 + 5.4 * static_cast<double>(pour_.form->pieces.size()));
        page_.text(
            0, y_, page_.width(),
            tr("Form: inside %1 × %2, sides %3")
                .arg(length(pour_.form->insideLong_mm), length(pour_.form->insideWide_mm), length(pour_.form->high_mm)),
            12.0, true);
        y_ += 6.5;
        std::vector<QStringList> rows;
        for (const FormBoardPiece& piece : pour_.form->pieces) {
            rows.push_back({words(piece.name), length(piece.long_mm), length(piece.wide_mm),
                            QString::number(piece.sheet + 1), QStringLiteral("[ ]")});
        }
        const double w = page_.width();
        y_ += page_.table(0, y_,
                          {{tr("board"), w * 0.4, false},
                           {tr("long"), w * 0.18},
                           {tr("wide"), w * 0.18},
                           {tr("from sheet"), w * 0.14},
                           {tr("cut"), w * 0.1}},
                          rows) +
              2.0;
        QString line = tr("Seams %1, sealant %2 cartridges, release tape or film over %3.")
                           .arg(length(pour_.form->tape_mm))
                           .arg(pour_.form->cartridges)
                           .arg(amount(pour_.form->release_m2 * kMm2PerM2, Unit::Area));
        for (const Floating& piece : pour_.floating) {
            if (piece.clamps > 0) {
                line += QLatin1Char(' ') + tr("%1: %2 clamps or weights, it floats from %3 of resin on.")
                                               .arg(QString::fromStdString(piece.name))
                                               .arg(piece.clamps)
                                               .arg(length(piece.floats_mm));
            }
        }
        y_ += page_.paragraph(0, y_, page_.width(), line, 9.0) + 4.0;
    }

    void cautions()
    {
        makeRoom(30.0);
        page_.text(0, y_, page_.width(), tr("To know"), 12.0, true);
        y_ += 6.5;
        for (const Finding& finding : grouped(pour_.findings)) {
            Finding copy = finding;
            copy.text = words(finding.text).toStdString();
            copy.many = words(finding.many).toStdString();
            copy.remedy = words(finding.remedy).toStdString();
            QString line = QString::fromStdString(sentence(copy, units_));
            const QString remedy = QString::fromStdString(remedyText(copy, units_));
            if (!remedy.isEmpty()) {
                line += QStringLiteral(" → ") + remedy;
            }
            makeRoom(12.0);
            y_ += page_.paragraph(0, y_, page_.width(), QStringLiteral("· ") + line, 9.0) + 1.0;
        }
    }

    const Job& job_;
    const Shop& shop_;
    const PourPlan& pour_;
    const DaysPlan& days_;
};

} // namespace

QByteArray pourCardPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return portraitPdf(pageSizeOf(paper), tr("Pours: %1").arg(QString::fromStdString(job.name)),
                       [&](QPdfWriter& pdf) { PourCard(pdf, job, shop, plan, family).paint(); });
}

} // namespace burl
