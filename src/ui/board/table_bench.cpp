#include "ui/board/table_bench.h"

#include <algorithm>

#include <QWidget>

#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"

namespace burl::ui
{

TableBench::TableBench(Document& document, BenchCard card)
    : Bench(document), underside_(card.underside), card_(std::move(card))
{
}

void TableBench::setPanels(QWidget* choices, QWidget* below)
{
    choices_ = choices;
    below_ = below;
    choices_->hide();
    QList<ChoicesForm*> forms = choices_->findChildren<ChoicesForm*>();
    if (auto* whole = qobject_cast<ChoicesForm*>(choices_)) {
        forms << whole;
    }
    for (ChoicesForm* form : forms) {
        form->meansNothingUnless([this] { return document_.job() != nullptr; });
    }
    below_->hide();
}

QString TableBench::headline() const
{
    const std::vector<Entry> all = figures();
    const auto first = std::find_if(all.begin(), all.end(),
                                    [](const Entry& entry) { return entry.prominence == Prominence::Headline; });
    return hasTop() && first != all.end() && first->figure ? quantity(first->figure, units()) : tr("not known");
}

std::vector<Entry> TableBench::figures() const
{
    return document_.plan() != nullptr ? document_.plan()->figuresOf(card_.id.toStdString()) : std::vector<Entry>{};
}

std::vector<Finding> TableBench::findings() const
{
    return document_.plan() != nullptr ? document_.plan()->findingsOf(card_.id.toStdString()) : std::vector<Finding>{};
}

Box TableBench::frame() const
{
    constexpr Box kNothingYet{0, 0, 1000, 500};
    return !hasTop() ? kNothingYet : card_.rough ? roughFrame() : topFrame();
}

QString TableBench::turnWord() const
{
    if (!card_.turns || !hasTop()) {
        return {};
    }
    return underside_ ? tr("underside ▸ show face") : tr("show face ▸ underside");
}

void TableBench::turn()
{
    underside_ = !underside_;
    refresh();
    Q_EMIT repaintWanted();
}

QString TableBench::emptyWord() const
{
    return hasTop() ? QString() : tr("Nothing is laid up yet: go to Layup first.");
}

void TableBench::release()
{
    letGo();
    Q_EMIT repaintWanted();
}

} // namespace burl::ui
