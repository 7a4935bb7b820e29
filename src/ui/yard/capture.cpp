#include "ui/yard/capture.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "ui/ledger/instrument_button.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/theme.h"
#include "ui/look/wrap_layout.h"
#include "ui/yard/drying_view.h"
#include "ui/yard/how_to_view.h"
#include "ui/yard/log_end.h"
#include "ui/yard/pages/features_page.h"
#include "ui/yard/pages/heights_page.h"
#include "ui/yard/pages/moisture_page.h"
#include "ui/yard/pages/tape_page.h"
#include "ui/yard/pages/thickness_page.h"

namespace burl::ui
{

Capture::Capture(Document& document, InstrumentPort& instrument, QWidget* parent)
    : QWidget(parent), document_(document), table_(new ReadingTable(this)), logEnd_(new LogEnd(document, this)),
      drying_(new DryingView(document, this)), howTo_(new HowToView(this)), hint_(new QLabel(this)),
      features_(new FeaturesPage(document, *table_, this))
{
    named(this, QStringLiteral("capture"), tr("Readings of the slab"));
    for (ReadingPage* page : std::initializer_list<ReadingPage*>{
             new TapePage(document, *table_, Face::Top, this), new TapePage(document, *table_, Face::Bottom, this),
             new HeightsPage(document, *table_, Face::Top, this),
             new HeightsPage(document, *table_, Face::Bottom, this), new ThicknessPage(document, *table_, this),
             features_, new MoisturePage(document, *table_, this)}) {
        addPage(page);
    }
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(22, 4, 22, 8);
    column->setSpacing(5);
    auto* row = new WrapLayout(5);
    for (QPushButton* button : buttons_) {
        row->addWidget(button);
    }
    auto* reads = new InstrumentButton(
        instrument, *table_, [this] { return open_->instrumentFor(table_->currentColumn()); }, this);
    connect(reads, &InstrumentButton::message, this, &Capture::message);
    column->addLayout(row);

    auto* tools = new QHBoxLayout;
    tools->setSpacing(6);
    hint_->setObjectName(QStringLiteral("captureHint"));
    hint_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred); // words give way to what is pressed
    tools->addWidget(hint_, 1);
    for (ReadingPage* page : pages_) {
        if (page->tools() != nullptr) {
            tools->addWidget(page->tools());
        }
    }
    tools->addWidget(looking(reads, "tight"));
    column->addLayout(tools);

    auto* beside = new QHBoxLayout;
    beside->setSpacing(16);
    beside->addWidget(table_, 1);
    logEnd_->setFixedWidth(270);
    connect(logEnd_, &LogEnd::slabChosen, this, &Capture::slabChosen);
    beside->addWidget(logEnd_);
    beside->addWidget(howTo_);
    drying_->setFixedWidth(330);
    beside->addWidget(drying_);
    column->addLayout(beside, 1);
    connect(table_, &ReadingTable::entered, this, &Capture::entered);
    open(pages_.front());
}

void Capture::addPage(ReadingPage* page)
{
    QString name = page->id();
    name[0] = name[0].toUpper();
    auto* button = named(new QPushButton(page->name(), this), QStringLiteral("capture") + name, page->name());
    button->setCheckable(true);
    button->setAutoExclusive(true);
    looking(button, "tight");
    connect(button, &QPushButton::clicked, this, [this, page] { open(page); });
    connect(page, &ReadingPage::message, this, &Capture::message);
    pages_.push_back(page);
    buttons_.push_back(button);
}

void Capture::open(ReadingPage* page)
{
    open_ = page;
    for (size_t i = 0; i < pages_.size(); ++i) {
        if (pages_[i] == page) {
            buttons_[i]->setChecked(true);
        }
        if (pages_[i]->tools() != nullptr) {
            pages_[i]->tools()->setVisible(pages_[i] == page);
        }
    }
    drying_->setVisible(page->beside() == ReadingPage::Beside::Drying);
    table_->horizontalHeader()->setDefaultSectionSize(page->columnWidth());
    fill();
    Q_EMIT shown();
}

QString Capture::page() const
{
    return open_->id();
}

void Capture::show(const QString& page)
{
    const auto found = std::find_if(pages_.begin(), pages_.end(), [&](const auto* p) { return p->id() == page; });
    if (found != pages_.end()) {
        open(*found);
    }
}

FeatureKind Capture::nextKind() const
{
    return features_->nextKind();
}

void Capture::setSlab(SlabId id)
{
    slab_ = id;
    logEnd_->setSlab(id);
    for (ReadingPage* page : pages_) {
        page->setSlab(id);
    }
    fill();
}

void Capture::refresh()
{
    fill();
}

void Capture::fill()
{
    const Slab* slab = document_.shop().slab(slab_);
    table_->setEnabled(slab != nullptr);
    if (slab == nullptr) {
        table_->setRowCount(0);
        hint_->setText(tr("choose a slab in the rack"));
        return;
    }
    open_->fill(*slab);
    const auto picture = open_->howTo(*slab);
    if (picture) {
        howTo_->show(*picture);
    } else {
        howTo_->hide();
    }
    logEnd_->setVisible(!picture && open_->beside() == ReadingPage::Beside::Log);
    hint_->setText(open_->hint(*slab));
}

void Capture::entered(int row, int column, const QString& text)
{
    if (const auto refused = open_->enter(row, column, text)) {
        table_->stay();
        Q_EMIT message(*refused);
    }
    fill(); // of what was refused, what was there before stays
}

void Capture::startTyping()
{
    if (table_->rowCount() == 0 && open_->tools() != nullptr) { // a grid to be laid out first
        if (auto* first = open_->tools()->findChild<QPushButton*>()) {
            first->setFocus(Qt::OtherFocusReason);
        }
        return;
    }
    const auto empty = [this](int row) {
        const QTableWidgetItem* cell = table_->item(row, 0);
        return cell == nullptr || cell->text().isEmpty();
    };
    int row = 0;
    while (row + 1 < table_->rowCount() && !empty(row)) {
        ++row;
    }
    table_->setFocus();
    table_->setCurrentCell(row, 0);
}

void Capture::showDrying(const Slab& slab, const SlabCard& card)
{
    drying_->show(slab, card);
}

} // namespace burl::ui
