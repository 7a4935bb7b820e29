#include "ui/base/joints_page.h"

#include <QTableWidget>
#include <QVBoxLayout>

#include "core/base/joint_lines.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

JointsPage::JointsPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this))
{
    named(this, QStringLiteral("jointsPage"), tr("Joints"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 4, 0);
    named(table_, QStringLiteral("jointsTable"), tr("Joints, a row each"));
    makePlain(*table_, {tr("joint"), tr("×"), tr("how it is made")}, {210, 44});
    sayWhenEmpty(*table_, tr("No joints: no base is chosen yet, or it is bought or there already."));
    column->addWidget(table_, 1);
}

void JointsPage::refresh()
{
    const Plan* plan = document_.plan();
    const std::vector<BaseJoint> all =
        plan != nullptr ? jointLines(*plan->base, &*plan->layup) : std::vector<BaseJoint>{};
    table_->setRowCount(static_cast<int>(all.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const BaseJoint& j = all[static_cast<size_t>(row)];
        const QString how = translated(noteText(j, document_.units()));
        putRow(*table_, row, {translated(j.name), j.count > 0 ? QString::number(j.count) : QString(), how});
        table_->item(row, 2)->setToolTip(how);
    }
}

} // namespace burl::ui
