#include "ui/ledger/ledger.h"

#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "ui/ledger/figure_row.h"
#include "ui/look/theme.h"

namespace burl::ui
{

Ledger::Ledger(QWidget* parent) : QWidget(parent)
{
    setObjectName(QStringLiteral("ledger"));
    setAccessibleName(tr("Ledger: choices and figures"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* scroll = named(new QScrollArea(this), QStringLiteral("ledgerScroll"), tr("Choices and figures"));
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    outer->addWidget(scroll);
    auto* inside =
        looking(named(new QWidget(scroll), QStringLiteral("ledgerInside"), tr("Choices and figures")), "clear");
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(14, 12, 14, 12);
    column->setSpacing(4);
    const auto head = [inside](const QString& name, const QString& text) {
        auto* label = looking(named(new QLabel(text, inside), name, text), "quiet");
        label->setFont(textFont(10.0));
        return label;
    };
    column->addWidget(head(QStringLiteral("choicesHead"), tr("Choices")));
    choicesPlace_ = new QVBoxLayout;
    column->addLayout(choicesPlace_);
    auto* line = looking(named(new QFrame(inside), QStringLiteral("ledgerRule"), tr("rule")), "rule");
    line->setFixedHeight(1);
    column->addSpacing(6);
    column->addWidget(line);
    column->addSpacing(4);
    figuresHead_ = head(QStringLiteral("figuresHead"), tr("Figures"));
    column->addWidget(figuresHead_);
    figuresPlace_ = new QVBoxLayout;
    figuresPlace_->setSpacing(0);
    column->addLayout(figuresPlace_);
    more_ = new QPushButton(tr("more figures ▸"), inside);
    more_->setObjectName(QStringLiteral("moreFigures"));
    more_->setProperty("link", true);
    more_->setCheckable(true);
    more_->setCursor(Qt::PointingHandCursor);
    column->addWidget(more_);
    column->addStretch(1);
    scroll->setWidget(inside);
    connect(more_, &QPushButton::toggled, this, [this](bool open) {
        more_->setText(open ? tr("fewer figures ▾") : tr("more figures ▸"));
        for (size_t i = 0; i < rows_.size(); ++i) {
            rows_[i]->setVisible(!folded_[i] || open);
        }
    });
}

void Ledger::setChoices(QWidget* choices)
{
    if (choices_ == choices) {
        return;
    }
    if (choices_ != nullptr) {
        choicesPlace_->removeWidget(choices_);
        choices_->hide();
    }
    choices_ = choices;
    if (choices_ != nullptr) {
        choicesPlace_->addWidget(choices_);
        choices_->show();
    }
}

void Ledger::showFigures(const std::vector<Entry>& figures, const UnitChoice& units)
{
    bool anyFolded = false;
    folded_.clear();
    // Rows are reused in place: a drag updates numbers, it does not build widgets.
    size_t used = 0;
    for (int pass = 0; pass < 2; ++pass) { // folded figures last
        for (const Entry& entry : figures) {
            if (!entry.figure || (entry.prominence == Prominence::Folded) != (pass == 1)) {
                continue;
            }
            if (used == rows_.size()) {
                auto* row = new FigureRow(this);
                figuresPlace_->addWidget(row);
                rows_.push_back(row);
            }
            FigureRow* row = rows_[used++];
            const bool folded = pass == 1;
            anyFolded = anyFolded || folded;
            folded_.push_back(folded);
            row->show(entry, units);
            row->setVisible(!folded || more_->isChecked());
        }
    }
    while (rows_.size() > used) {
        delete rows_.back();
        rows_.pop_back();
    }
    more_->setVisible(anyFolded);
    figuresHead_->setVisible(used > 0);
}

} // namespace burl::ui
