#include "sheets/surface_card.h"

#include <QPdfWriter>

#include "core/measure/clock.h"
#include "core/measure/format.h"
#include "core/surface/work_words.h"
#include "sheets/sheet.h"

namespace burl
{

using sheets::core;
using sheets::tr;

namespace
{

class SurfaceSheet : public Sheet
{
public:
    SurfaceSheet(QPdfWriter& pdf, const Job& job, const Shop& shop, const Plan& plan, const QString& family, bool care)
        : Sheet(pdf, shop.habits.units, family), job_(job), plan_(*plan.surface), days_(*plan.days), care_(care)
    {
    }

    void paint()
    {
        head();
        if (plan_.sanding.empty()) {
            page_.paragraph(0, y_, page_.width(),
                            plan_.missing ? QString::fromStdString(plan_.missing->what)
                                          : tr("Nothing is laid up yet: there is no surface to work on."),
                            12.0);
            return;
        }
        if (care_) {
            care();
            return;
        }
        glue();
        edges();
        sanding();
        finish();
        findings();
    }

private:
    void head() override
    {
        title((care_ ? tr("Care: %1") : tr("Surface: %1")).arg(QString::fromStdString(job_.name)));
        QString below = core(finishClass(job_.surface.finish).name);
        if (!plan_.sanding.empty() && !care_) {
            below += tr(" · sanded to %1").arg(plan_.sanding.front().stop);
        }
        page_.text(0, 9.5, page_.width(), below, 10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 17.5;
    }

    void heading(const QString& words)
    {
        makeRoom(16.0);
        y_ += 1.5;
        page_.text(0, y_, page_.width(), words, 11.0, true);
        y_ += 6.0;
    }

    void glue()
    {
        if (plan_.joints.empty()) {
            return;
        }
        heading(tr("Glue-up: last clamp after %1, open for %2")
                    .arg(quantity(plan_.glueAll->assembly_min, Unit::Minutes),
                         quantity(plan_.glueAll->open_min, Unit::Minutes)));
        std::vector<QStringList> rows;
        for (const JointGlue& j : plan_.joints) {
            rows.push_back({QString::fromStdString(j.name), quantity(j.length_mm, Unit::Length),
                            QString::number(j.tenons), QString::number(j.clamps.count),
                            j.clamps.pitch_mm ? quantity(*j.clamps.pitch_mm, Unit::Length) : QString(),
                            quantity(j.clamps.each_N, Unit::Force), quantity(j.glue.grams, Unit::SmallMass)});
        }
        const double w = page_.width();
        y_ += page_.table(0, y_,
                          {{tr("joint"), w * 0.22, false},
                           {tr("long"), w * 0.13},
                           {tr("tenons"), w * 0.11},
                           {tr("clamps"), w * 0.11},
                           {tr("apart"), w * 0.14},
                           {tr("each presses"), w * 0.15},
                           {tr("glue"), w * 0.14}},
                          rows) +
              3.0;
        for (const std::string& word : glueWords(plan_)) {
            ticked(core(word));
        }
    }

    void edges()
    {
        heading(tr("Edges"));
        std::vector<QStringList> rows;
        for (const EdgePlan& e : plan_.edges) {
            rows.push_back({e.far ? tr("far") : tr("near"), quantity(e.from_mm, Unit::Length),
                            quantity(e.to_mm, Unit::Length), core(edgeClass(e.kind).name),
                            quantity(e.minutes, Unit::Minutes)});
        }
        const double w = page_.width();
        if (!rows.empty()) {
            y_ += page_.table(0, y_,
                              {{tr("edge"), w * 0.14, false},
                               {tr("from the left"), w * 0.2},
                               {tr("to"), w * 0.2},
                               {tr("becomes"), w * 0.28},
                               {tr("takes"), w * 0.18}},
                              rows) +
                  3.0;
        }
        for (const std::string& word : edgeWords(plan_, units_)) {
            ticked(core(word));
        }
    }

    void sanding()
    {
        heading(tr("Sanding: tick each grit when its pencil grid is gone"));
        for (const PartSanding& p : plan_.sanding) {
            makeRoom(9.0);
            page_.text(0, y_, 32.0, core(partWord(p.part)), 10.0, true);
            double x = 34.0;
            for (size_t i = 0; i < p.ladder.grits.size(); ++i) {
                page_.box(x, y_ + 0.8, 3.6);
                page_.text(x + 5.0, y_, 12.0, QString::number(p.ladder.grits[i]), 10.0, true);
                page_.text(x + 5.0, y_ + 4.2, 16.0, quantity(p.times.steps[i].elapsed_min, Unit::Minutes), 7.5);
                x += 21.0;
            }
            y_ += 8.6;
        }
        for (const std::string& word : sandingWords(plan_)) {
            ticked(core(word));
        }
    }

    void finish()
    {
        heading(tr("Finish"));
        std::vector<QStringList> rows;
        for (size_t i = 0; i < plan_.amount.coats.size(); ++i) {
            const FinishCoat& c = plan_.amount.coats[i];
            const auto at_h = days_.coatAt_h(i);
            rows.push_back(
                {QString::number(i + 1), quantity(c.area_mm2, Unit::Area), quantity(c.parts.volume_L, Unit::Volume),
                 c.parts.b_L > 0.0 ? quantity(c.parts.a_L, Unit::Volume) : QString(),
                 c.parts.b_L > 0.0 ? quantity(c.parts.b_L, Unit::Volume) : QString(), QString::number(c.batches),
                 at_h ? QString::fromStdString(timeText(*at_h)) : QStringLiteral("…………")});
        }
        const double w = page_.width();
        makeRoom(8.0 + 5.4 * static_cast<double>(rows.size()));
        y_ += page_.table(0, y_,
                          {{tr("coat"), w * 0.08, false},
                           {tr("area"), w * 0.14},
                           {tr("mix"), w * 0.14},
                           {tr("A"), w * 0.13},
                           {tr("B"), w * 0.13},
                           {tr("batches"), w * 0.12},
                           {tr("when"), w * 0.26}},
                          rows) +
              3.0;
        if (finishClass(job_.surface.finish).wiped && plan_.sections.possible && !plan_.sections.cuts_mm.empty()) {
            QStringList cuts;
            for (const double x : plan_.sections.cuts_mm) {
                cuts << quantity(x, Unit::Length);
            }
            ticked(tr("%1 sections of %2, parted at %3 from the left end")
                       .arg(plan_.sections.sections)
                       .arg(quantity(plan_.sections.each_min, Unit::Minutes), cuts.join(QStringLiteral(", "))));
        }
        for (const std::string& word : finishWords(plan_)) {
            ticked(core(word));
        }
    }

    void findings()
    {
        y_ += 2.0;
        warnings(plan_.findings);
    }

    void care()
    {
        for (const std::string& word : careWords(plan_)) {
            makeRoom(12.0);
            y_ += page_.paragraph(0, y_, page_.width(), core(word), 12.0) + 4.0;
        }
    }

    const Job& job_;
    const SurfacePlan& plan_;
    const DaysPlan& days_;
    bool care_;
};

} // namespace

QByteArray surfaceCardPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return portraitPdf(pageSizeOf(paper), sheets::tr("Surface: %1").arg(QString::fromStdString(job.name)),
                       [&](QPdfWriter& pdf) { SurfaceSheet(pdf, job, shop, plan, family, false).paint(); });
}

QByteArray careSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return portraitPdf(pageSizeOf(paper), sheets::tr("Care: %1").arg(QString::fromStdString(job.name)),
                       [&](QPdfWriter& pdf) { SurfaceSheet(pdf, job, shop, plan, family, true).paint(); });
}

} // namespace burl
