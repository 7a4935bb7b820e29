#include "sheets/quote_sheet.h"

#include <QBuffer>
#include <QPdfWriter>

#include "core/measure/date.h"
#include "core/measure/format.h"
#include "sheets/sheet.h"

namespace burl
{

using sheets::core;
using sheets::tr;

namespace
{

/// What both forms of a quote say.
struct QuoteWords {
    QString title, customer, date, table, delivery;
    QStringList facts;
    std::vector<std::pair<QString, QString>> sums;
    QString accepted;
};

QString dayOrNothing(const std::string& iso)
{
    const auto day = dayOf(iso);
    return day ? QString::fromStdString(dateText(*day)) : QString();
}

QuoteWords wordsOf(const Job& job, const Shop& shop, const Plan& plan, const KeptQuote& kept)
{
    QuoteWords out;
    const Quote sums = quoteOf(kept);
    const QString currency = QString::fromStdString(shop.habits.money.currency);
    const auto money = [&](double v) {
        return (currency.isEmpty() ? QString() : currency + QLatin1Char(' ')) +
               QString::fromStdString(formatNumber(v, 2));
    };
    out.title = tr("Quote: %1").arg(QString::fromStdString(job.name));
    out.customer = QString::fromStdString(job.money.customer);
    out.date = dayOrNothing(kept.on);
    out.table = QString::fromStdString(kept.table);
    out.delivery = dayOrNothing(kept.delivery);
    out.accepted = dayOrNothing(kept.accepted);
    if (!plan.layup->missing && !plan.layup->pieces.empty()) {
        const UnitChoice& units = shop.habits.units;
        out.facts << tr("%1 long, %2 wide on the mean, %3 thick")
                         .arg(QString::fromStdString(figureText(plan.layup->length, units)),
                              QString::fromStdString(figureText(plan.layup->meanWidth, units)),
                              QString::fromStdString(figureText(plan.flatten->thickness, units)));
        QStringList woods;
        for (const std::string& wood : plan.surface.input->species) {
            if (!wood.empty() && !woods.contains(core(wood))) {
                woods << core(wood);
            }
        }
        if (!woods.isEmpty()) {
            out.facts << woods.join(QStringLiteral(", "));
        }
        if (plan.base->choices.kind != BaseKind::None) {
            out.facts << tr("Base: %1").arg(core(kindWord(plan.base->choices.kind)));
        }
        if (plan.base->mass.known()) {
            out.facts << tr("%1 with its base").arg(QString::fromStdString(figureText(plan.base->mass, units)));
        }
        if (!plan.surface->sanding.empty()) {
            out.facts << core(finishClass(plan.surface->choices.finish).name);
        }
    }
    if (sums.discount > 0.0) {
        out.sums.emplace_back(tr("Price"), money(sums.price));
        out.sums.emplace_back(tr("Discount of %1 %").arg(kept.discount_pct), money(-sums.discount));
    }
    out.sums.emplace_back(kept.tax_pct > 0.0 ? tr("Price before tax") : tr("Price"), money(sums.net));
    if (kept.tax_pct > 0.0) {
        out.sums.emplace_back(tr("Tax of %1 %").arg(kept.tax_pct), money(sums.tax));
        out.sums.emplace_back(tr("To pay"), money(sums.gross));
    }
    if (sums.deposit > 0.0) {
        out.sums.emplace_back(tr("Deposit, before the work begins"), money(sums.deposit));
        out.sums.emplace_back(tr("On delivery"), money(sums.balance));
    }
    return out;
}

class QuotePage : public Sheet
{
public:
    QuotePage(QPdfWriter& pdf, const Shop& shop, QuoteWords words, QImage picture, const QString& family)
        : Sheet(pdf, shop.habits.units, family), words_(std::move(words)), picture_(std::move(picture))
    {
    }

    void paint()
    {
        head();
        const double w = page_.width();
        if (!words_.customer.isEmpty()) {
            page_.text(0, y_, w, tr("For %1").arg(words_.customer), 12.0);
            y_ += 8.0;
        }
        if (!picture_.isNull()) {
            constexpr double kMost_mm = 90.0;
            const double high = std::min(kMost_mm, w * picture_.height() / std::max(1, picture_.width()));
            const double wide = high * picture_.width() / std::max(1, picture_.height());
            painter_.drawImage(page_.dots((w - wide) / 2.0, y_, wide, high), picture_);
            y_ += high + 6.0;
        }
        y_ += page_.paragraph(0, y_, w, words_.table, 12.0) + 3.0;
        for (const QString& fact : words_.facts) {
            page_.text(0, y_, w, QStringLiteral("· ") + fact, 11.0);
            y_ += 6.0;
        }
        if (!words_.delivery.isEmpty()) {
            y_ += 2.0;
            page_.text(0, y_, w, tr("To be delivered on %1.").arg(words_.delivery), 11.0, true);
            y_ += 7.0;
        }
        y_ += 4.0;
        page_.rule(0, y_, w);
        y_ += 3.0;
        for (size_t i = 0; i < words_.sums.size(); ++i) {
            const bool bold = words_.sums[i].first == tr("To pay") || words_.sums.size() == 1;
            page_.text(0, y_, w * 0.65, words_.sums[i].first, 12.0, bold);
            page_.text(w * 0.65, y_, w * 0.35, words_.sums[i].second, 12.0, bold, Qt::AlignRight);
            y_ += 7.5;
        }
        page_.rule(0, y_, w);
        y_ += 5.0;
        if (!words_.accepted.isEmpty()) {
            page_.text(0, y_, w, tr("Accepted on %1.").arg(words_.accepted), 11.0);
            return;
        }
        y_ += page_.paragraph(
                  0, y_, w,
                  tr("Wood is grown: figure, colour and small checks of these slabs are part of the table. It "
                     "moves with the air of its room, and is fastened so that it can."),
                  10.0) +
              16.0;
        page_.rule(0, y_, w * 0.4);
        page_.rule(w * 0.55, y_, w * 0.45);
        page_.text(0, y_ + 1.0, w * 0.4, tr("date"), 9.0);
        page_.text(w * 0.55, y_ + 1.0, w * 0.45, tr("accepted by"), 9.0);
    }

private:
    void head() override
    {
        title(words_.title);
        page_.text(0, 9.5, page_.width(), words_.date, 10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 20.0;
    }

    QuoteWords words_;
    QImage picture_;
};

} // namespace

std::optional<KeptQuote> quoteToShow(const Job& job, const Plan& plan)
{
    if (!job.money.quotes.empty()) {
        return job.money.quotes.back();
    }
    return plan.money->quote ? std::optional(plan.money->draft) : std::nullopt;
}

QByteArray quotePdf(const Job& job, const Shop& shop, const Plan& plan, const KeptQuote& quote, const QImage& picture,
                    Paper paper, const QString& family)
{
    return portraitPdf(
        paper == Paper::A4 ? QPageSize::A4 : QPageSize::Letter, QString::fromStdString(job.name),
        [&](QPdfWriter& pdf) { QuotePage(pdf, shop, wordsOf(job, shop, plan, quote), picture, family).paint(); });
}

QByteArray quoteHtml(const Job& job, const Shop& shop, const Plan& plan, const KeptQuote& quote, const QImage& picture)
{
    const QuoteWords words = wordsOf(job, shop, plan, quote);
    QString out =
        QStringLiteral(
            "<!DOCTYPE html>\n<html><head><meta "
            "charset=\"utf-8\"><title>%1</title>\n<style>body{font-family:sans-serif;"
            "max-width:40em;margin:2em auto;color:#2a2320;background:#fbf8f2}table{width:100%;border-collapse:collapse}"
            "td{padding:.3em 0;border-top:1px solid "
            "#cdbfa8}td+td{text-align:right}img{max-width:100%}</style></head><body>\n")
            .arg(words.title.toHtmlEscaped());
    out += QStringLiteral("<h1>%1</h1>\n").arg(words.title.toHtmlEscaped());
    const auto paragraph = [&](const QString& text) {
        if (!text.isEmpty()) {
            out += QStringLiteral("<p>%1</p>\n").arg(text.toHtmlEscaped());
        }
    };
    paragraph(words.customer.isEmpty() ? QString() : tr("For %1").arg(words.customer));
    paragraph(words.date);
    if (!picture.isNull()) {
        QByteArray png;
        QBuffer buffer(&png);
        buffer.open(QIODevice::WriteOnly);
        picture.save(&buffer, "PNG");
        out += QStringLiteral("<p><img alt=\"%1\" src=\"data:image/png;base64,%2\"></p>\n")
                   .arg(words.table.toHtmlEscaped(), QString::fromLatin1(png.toBase64()));
    }
    paragraph(words.table);
    if (!words.facts.isEmpty()) {
        out += QStringLiteral("<ul>");
        for (const QString& fact : words.facts) {
            out += QStringLiteral("<li>%1</li>").arg(fact.toHtmlEscaped());
        }
        out += QStringLiteral("</ul>\n");
    }
    paragraph(words.delivery.isEmpty() ? QString() : tr("To be delivered on %1.").arg(words.delivery));
    out += QStringLiteral("<table>\n");
    for (const auto& [what, sum] : words.sums) {
        out += QStringLiteral("<tr><td>%1</td><td>%2</td></tr>\n").arg(what.toHtmlEscaped(), sum.toHtmlEscaped());
    }
    out += QStringLiteral("</table>\n");
    paragraph(words.accepted.isEmpty() ? QString() : tr("Accepted on %1.").arg(words.accepted));
    out += QStringLiteral("</body></html>\n");
    return out.toUtf8();
}

} // namespace burl
