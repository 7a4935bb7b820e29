#include "ui/layup/layup_tray.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "ui/layup/layup_card.h"
#include "ui/layup/width_strip.h"
#include "ui/look/elided_label.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr size_t kMostKept = 12;
constexpr double kEven_mm = 0.5; // nobody sees less along a table

QString figureOf(const OfferView& view, const char* key, const QString& label, const UnitChoice& units)
{
    for (const Entry& e : view.figures) {
        if (e.figure.node().key == key) {
            return label.arg(fromCore(figureText(e.figure, units)));
        }
    }
    return {};
}

/// The two or three figures that set a layup apart.
QStringList figuresOf(const OfferView& view, const UnitChoice& units)
{
    QStringList all;
    const QString width = figureOf(view, "width_mean", LayupTray::tr("%1 wide"), units);
    const QString mass = figureOf(view, "mass", LayupTray::tr("%1"), units);
    all << (mass.isEmpty() ? width : width + QStringLiteral(" · ") + mass);
    QStringList second;
    for (const QString& t : {figureOf(view, "halves_differ", LayupTray::tr("halves ±%1"), units),
                             figureOf(view, "gap_least", LayupTray::tr("gap from %1"), units),
                             figureOf(view, "figure_drift", LayupTray::tr("drift %1"), units)}) {
        if (!t.isEmpty()) {
            second << t;
        }
    }
    if (second.isEmpty()) {
        second << figureOf(view, "thickness", LayupTray::tr("%1 thick"), units);
    }
    all << second.join(QStringLiteral(" · "));
    QStringList third;
    for (const QString& t : {figureOf(view, "slabs_price", LayupTray::tr("slabs %1"), units),
                             figureOf(view, "offcuts", LayupTray::tr("offcuts %1"), units)}) {
        if (!t.isEmpty()) {
            third << t;
        }
    }
    all << third.join(QStringLiteral(" · "));
    return all;
}

/// Every figure with how it was come by, for who wants to know before taking it.
QString workingsOf(const OfferView& view, const UnitChoice& units)
{
    QStringList all;
    for (const Entry& e : view.figures) {
        QString line = translated(e.figure.node().label) + QStringLiteral(": ") + fromCore(figureText(e.figure, units));
        const auto working = workingLines(e.figure, units);
        if (!working.empty() && !e.figure.node().formula.empty()) {
            line += QStringLiteral("  (") + fromCore(working.front()) + QLatin1Char(')');
        }
        all << line;
    }
    return all.join(QLatin1Char('\n'));
}

QString titleOf(const LayupChoices& layup, const Shop& shop, bool bookmatch)
{
    QStringList names;
    for (const Piece& p : layup.pieces) {
        const Slab* slab = shop.slab(p.slab);
        names << (slab != nullptr ? fromCore(slab->name) : QStringLiteral("?"));
    }
    return names.join(QStringLiteral(" + ")) +
           (bookmatch ? QStringLiteral(" · ") + LayupTray::tr("bookmatch") : QString());
}

} // namespace

LayupTray::LayupTray(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), pages_(new QStackedWidget(this)), widths_(new WidthStrip(document, this)),
      words_(new ElidedLabel(this)), seek_(new QPushButton(tr("seek in the yard"), this)),
      stop_(new QPushButton(tr("stop"), this)), keep_(new QPushButton(tr("keep this layup"), this)),
      progress_(new QProgressBar(this))
{
    named(this, QStringLiteral("layupTray"), tr("Widths, offers and kept layups"));
    wood_.setPictures([this](const std::string& key) { return document_.picture(key); });
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 2, 0, 6);
    column->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(22, 0, 22, 0);
    head->setSpacing(5);
    const std::pair<Page, QString> pages[] = {
        {Page::Widths, tr("Widths")}, {Page::Offers, tr("Offers")}, {Page::Kept, tr("Kept")}};
    const char* names[] = {"trayWidths", "trayOffers", "trayKept"};
    for (const auto& [page, text] : pages) {
        auto* button = looking(new QPushButton(text, this), "tight");
        button->setCheckable(true);
        button->setAutoExclusive(true);
        named(button, QString::fromLatin1(names[buttons_.size()]), text);
        head->addWidget(button);
        buttons_.push_back(button);
        connect(button, &QPushButton::clicked, this, [this, to = page] { show(to); });
    }
    head->addSpacing(10);
    named(words_, QStringLiteral("trayWords"), tr("What the tray shows"));
    head->addWidget(words_, 1);
    named(progress_, QStringLiteral("offersProgress"), tr("How far the search is"));
    progress_->setRange(0, 100);
    progress_->setTextVisible(false);
    progress_->setFixedSize(110, 8);
    progress_->hide();
    head->addWidget(progress_);
    named(stop_, QStringLiteral("offersStop"), tr("Stop the search"));
    named(seek_, QStringLiteral("offersSeek"), tr("Seek offers in the yard"));
    named(keep_, QStringLiteral("keepLayup"), tr("Keep this layup to compare"));
    for (QPushButton* b : {stop_, seek_, keep_}) {
        looking(b, "tight");
        head->addWidget(b);
    }
    stop_->hide();
    column->addLayout(head);
    named(pages_, QStringLiteral("trayPages"), tr("What the tray shows"));
    column->addWidget(pages_, 1);
    pages_->addWidget(widths_);
    offers_ = makeRow(QStringLiteral("offers"), tr("Offers"));
    kept_ = makeRow(QStringLiteral("kept"), tr("Kept layups"));
    connect(seek_, &QPushButton::clicked, this, &LayupTray::seek);
    connect(stop_, &QPushButton::clicked, this, [this] {
        run_.stop();
        progress_->hide();
        stop_->hide();
        words_->setWords(tr("The search was stopped."));
    });
    connect(keep_, &QPushButton::clicked, this, &LayupTray::keepThis);
    connect(&run_, &OfferRun::progressed, this,
            [this](double share) { progress_->setValue(static_cast<int>(100.0 * share)); });
    connect(&run_, &OfferRun::found, this, &LayupTray::showOffers);
    show(Page::Widths);
}

LayupTray::Row LayupTray::makeRow(const QString& name, const QString& said)
{
    Row row;
    row.scroll = named(new QScrollArea(pages_), name + QStringLiteral("Scroll"), said);
    row.scroll->setWidgetResizable(true);
    row.scroll->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inside = named(new QWidget(row.scroll), name + QStringLiteral("Row"), said);
    looking(inside, "clear");
    row.place = new QHBoxLayout(inside);
    row.place->setContentsMargins(22, 0, 22, 0);
    row.place->setSpacing(8);
    row.place->addStretch(1);
    row.scroll->setWidget(inside);
    row.scroll->viewport()->setObjectName(name + QStringLiteral("Viewport"));
    row.scroll->viewport()->setAccessibleName(said);
    pages_->addWidget(row.scroll);
    return row;
}

LayupCard* LayupTray::card(Row& row, size_t i, const QString& name)
{
    while (row.cards.size() <= i) {
        auto* made = new LayupCard(name + QString::number(row.cards.size() + 1), row.scroll->widget());
        row.place->insertWidget(static_cast<int>(row.cards.size()), made);
        row.cards.push_back(made);
    }
    return row.cards[i];
}

void LayupTray::setSpan(double left, double right)
{
    widths_->setSpan(left, right);
}

void LayupTray::show(Page page)
{
    page_ = page;
    buttons_[static_cast<size_t>(page)]->setChecked(true);
    pages_->setCurrentIndex(static_cast<int>(page));
    seek_->setVisible(page == Page::Offers);
    keep_->setVisible(page == Page::Kept);
    words_->setWords({});
    refresh();
    const Job* job = document_.job();
    if (page == Page::Offers && job != nullptr && !run_.busy() && !run_.soughtFor(*job, document_.book().shop.get())) {
        seek();
    } else if (page == Page::Offers) {
        showOffers();
    }
}

void LayupTray::refresh()
{
    const Job* job = document_.job();
    widths_->update();
    seek_->setEnabled(job != nullptr);
    keep_->setEnabled(job != nullptr && !job->layup.pieces.empty() && job->kept.size() < kMostKept);
    showEvenness();
    if (job == nullptr) {
        return;
    }
    if (page_ == Page::Kept) {
        showKept();
    } else if (page_ == Page::Offers && !run_.offers().empty()) {
        for (size_t i = 0; i < run_.offers().size() && i < offers_.cards.size(); ++i) {
            offers_.cards[i]->setTaken(run_.offers()[i]->offer.layup.pieces == job->layup.pieces);
        }
        if (!run_.busy() && !run_.soughtFor(*job, document_.book().shop.get())) {
            words_->setWords(tr("These were sought before the last change; seek again."));
        }
    }
}

void LayupTray::showEvenness()
{
    const Plan* plan = document_.plan();
    const bool there = plan != nullptr && !plan->layup->missing && !plan->layup->width.empty();
    QPushButton* button = buttons_[static_cast<size_t>(Page::Widths)];
    if (!there) {
        button->setText(tr("Widths"));
        return;
    }
    const Profile& curve = plan->layup->gap ? plan->layup->gap->top : plan->layup->width;
    const double wide = most(curve).value;
    const bool even = wide - least(curve).value < kEven_mm;
    button->setText(even ? tr("%1 all along").arg(quantity(wide, Unit::Length, document_.units())) : tr("Widths"));
    // A flat line is no picture: the number says it all, and the room is the offers'.
    if (even && page_ == Page::Widths && evenSeen_ != document_.job()->id) {
        evenSeen_ = document_.job()->id;
        show(Page::Offers);
    }
}

void LayupTray::seek()
{
    const Job* job = document_.job();
    if (job == nullptr) {
        return;
    }
    progress_->setValue(0);
    progress_->show();
    stop_->show();
    words_->setWords(tr("Searching…"));
    run_.seek(*job, document_.book().shop);
}

void LayupTray::showOffers()
{
    progress_->hide();
    stop_->hide();
    const Job* job = document_.job();
    const auto& offers = run_.offers();
    for (size_t i = 0; i < std::max(offers.size(), offers_.cards.size()); ++i) {
        if (i >= offers.size()) {
            offers_.cards[i]->hide();
            continue;
        }
        const auto& offer = offers[i];
        LayupCard* shown = card(offers_, i, QStringLiteral("offer"));
        shown->show(std::shared_ptr<const Plan>(offer, &offer->view.plan),
                    tr("%1. %2").arg(i + 1).arg(titleOf(offer->offer.layup, document_.shop(), offer->offer.bookmatch)),
                    figuresOf(offer->view, document_.units()), wood_);
        QString tip = workingsOf(offer->view, document_.units());
        for (const Piece& piece : offer->offer.layup.pieces) {
            const Slab* slab = document_.shop().slab(piece.slab);
            for (const Job* other : jobsWith(document_.book(), piece.slab, job != nullptr ? job->id : JobId{})) {
                tip += QLatin1Char('\n') +
                       tr("%1 lies in %2 already.")
                           .arg(slab != nullptr ? fromCore(slab->name) : QString(), fromCore(other->name));
            }
        }
        shown->setToolTip(tip);
        shown->setTaken(job != nullptr && offer->offer.layup.pieces == job->layup.pieces);
        shown->disconnect(this);
        connect(shown, &QAbstractButton::clicked, this,
                [this, offer] { take(offer->offer.layup, tr("Take an offer")); });
    }
    const LeftOut& l = run_.leftOut();
    QStringList left;
    const auto say = [&left](int n, const QString& why) {
        if (n > 0) {
            left << why.arg(n);
        }
    };
    say(l.tooShort, tr("%1 too short"));
    say(l.tooThin, tr("%1 too thin"));
    say(l.tooDear, tr("%1 too dear"));
    say(l.otherSpecies, tr("%1 of other wood"));
    say(l.rounds, tr("%1 cross-cut"));
    say(l.notMeasured, tr("%1 not measured"));
    if (job != nullptr && job->layup.kind == TopKind::Panel) {
        left.prepend(tr("sought within one tree"));
    }
    words_->setWords(offers.empty() && job != nullptr
                         ? tr("No slab gives this top: make it shorter, narrower or thinner. %1")
                               .arg(left.join(QStringLiteral(", ")))
                         : left.join(QStringLiteral(", ")));
}

void LayupTray::take(const LayupChoices& layup, const QString& label)
{
    document_.edit(label, [&](Job& j) { j.layup = layup; });
}

void LayupTray::keepThis()
{
    const Job* job = document_.job();
    const QString name = titleOf(job->layup, document_.shop(), document_.plan()->figure("figure_drift").known());
    document_.edit(tr("Keep a layup"), [&](Job& j) { j.kept.push_back({name.toStdString(), j.layup}); });
}

void LayupTray::showKept()
{
    const Job& job = *document_.job();
    words_->setWords(job.kept.empty() ? tr("Keep a layup here, change it on the board, and compare.")
                                      : tr("click one to lay it up again; right click to throw it away"));
    if (job.kept != shownKept_ || document_.book().shop.get() != shownShop_) {
        shownKept_ = job.kept;
        shownShop_ = document_.book().shop.get();
        for (size_t i = 0; i < std::max(job.kept.size(), kept_.cards.size()); ++i) {
            if (i >= job.kept.size()) {
                kept_.cards[i]->hide();
                continue;
            }
            const KeptLayup kept = job.kept[i];
            auto view = std::make_shared<OfferView>(layupView(kept.layup, job, document_.shop()));
            LayupCard* shown = card(kept_, i, QStringLiteral("keptLayup"));
            shown->show(std::shared_ptr<const Plan>(view, &view->plan), fromCore(kept.name),
                        figuresOf(*view, document_.units()), wood_);
            shown->disconnect(this);
            connect(shown, &QAbstractButton::clicked, this,
                    [this, kept] { take(kept.layup, tr("Lay up a kept one")); });
            shown->setContextMenuPolicy(Qt::CustomContextMenu);
            connect(shown, &QWidget::customContextMenuRequested, this, [this, i] {
                document_.edit(tr("Throw a kept layup away"), [i](Job& j) {
                    if (i < j.kept.size()) {
                        j.kept.erase(j.kept.begin() + static_cast<std::ptrdiff_t>(i));
                    }
                });
            });
        }
    }
    for (size_t i = 0; i < job.kept.size() && i < kept_.cards.size(); ++i) {
        kept_.cards[i]->setTaken(job.kept[i].layup == job.layup);
    }
}

} // namespace burl::ui
