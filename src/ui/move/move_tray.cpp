#include "ui/move/move_tray.h"

#include "ui/move/bending_page.h"
#include "ui/move/fasteners_page.h"
#include "ui/move/room_page.h"
#include "ui/move/steel_page.h"
#include "ui/move/year_strip.h"

namespace burl::ui
{

MoveTray::MoveTray(Document& document, QWidget* parent)
    : PageTray(QStringLiteral("move"), tr("The year, bending, the room, fasteners and steel"), parent),
      year_(new YearStrip(document, this)), bending_(new BendingPage(document, this)),
      room_(new RoomPage(document, this)), fasteners_(new FastenersPage(document, this)),
      steel_(new SteelPage(document, this))
{
    addPage(tr("Year"), QStringLiteral("trayYear"), year_);
    addPage(tr("Bending"), QStringLiteral("trayBending"), bending_);
    addPage(tr("Room"), QStringLiteral("trayRoom"), room_);
    addPage(tr("Fasteners"), QStringLiteral("trayFasteners"), fasteners_);
    addPage(tr("Sections"), QStringLiteral("traySteel"), steel_);
    connect(this, &PageTray::shown, this, [this] { refresh(); });
    connect(year_, &YearStrip::moved, this, &MoveTray::moved);
    connect(bending_, &BendingPage::moved, this, &MoveTray::moved);
    connect(room_, &RoomPage::message, this, &MoveTray::message);
    connect(steel_, &SteelPage::message, this, &MoveTray::message);
    show(Page::Year);
}

ChoicesForm& MoveTray::steelForm()
{
    return steel_->form();
}

void MoveTray::refresh(bool onlyPlan)
{
    switch (page()) { // what nobody sees is filled when it is shown
    case Page::Year:
        year_->refresh();
        break;
    case Page::Bending:
        bending_->refresh();
        break;
    case Page::Room:
        if (!onlyPlan) {
            room_->refresh();
        }
        break;
    case Page::Fasteners:
        fasteners_->refresh();
        break;
    case Page::Steel:
        if (!onlyPlan) {
            steel_->refresh();
        }
        break;
    }
}

} // namespace burl::ui
