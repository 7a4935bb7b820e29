#include "ui/base/base_tray.h"

#include "ui/base/carry_page.h"
#include "ui/base/cut_page.h"
#include "ui/base/joints_page.h"
#include "ui/base/standing_page.h"

namespace burl::ui
{

BaseTray::BaseTray(Document& document, QWidget* parent)
    : PageTray(QStringLiteral("baseTray"), tr("Cut list, joints, standing, carrying"), parent),
      cuts_(new CutPage(document, this)), joints_(new JointsPage(document, this)),
      standing_(new StandingPage(document, this)), carrying_(new CarryPage(document, this))
{
    addPage(tr("Cut list"), QStringLiteral("trayCuts"), cuts_);
    addPage(tr("Joints"), QStringLiteral("trayJoints"), joints_);
    addPage(tr("Standing"), QStringLiteral("trayStanding"), standing_);
    addPage(tr("Carrying"), QStringLiteral("trayCarrying"), carrying_);
    connect(this, &PageTray::shown, this, [this] { refresh(); });
    show(Page::Cuts);
}

void BaseTray::refresh(bool onlyPlan)
{
    switch (page()) { // what nobody sees is filled when it is shown
    case Page::Cuts:
        cuts_->refresh();
        break;
    case Page::Joints:
        joints_->refresh();
        break;
    case Page::Standing:
        standing_->refresh();
        break;
    case Page::Carrying:
        carrying_->refresh(onlyPlan);
        break;
    }
}

} // namespace burl::ui
