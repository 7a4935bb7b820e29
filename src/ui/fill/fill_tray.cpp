#include "ui/fill/fill_tray.h"

#include <QTableWidget>

#include "ui/fill/form_page.h"
#include "ui/fill/heat_page.h"
#include "ui/fill/pours_page.h"
#include "ui/fill/shelf_page.h"

namespace burl::ui
{

FillTray::FillTray(Document& document, InstrumentPort& instrument, QTableWidget* places, QWidget* parent)
    : PageTray(QStringLiteral("fill"), tr("Places, pours, heat, form and shelf"), parent),
      pours_(new PoursPage(document, instrument, this)), heat_(new HeatPage(document, instrument, this)),
      form_(new FormPage(document, this)), shelf_(new ShelfPage(document, this))
{
    addPage(tr("Places"), QStringLiteral("trayPlaces"), places);
    addPage(tr("Pours"), QStringLiteral("trayPours"), pours_);
    addPage(tr("Heat"), QStringLiteral("trayHeat"), heat_);
    addPage(tr("Form"), QStringLiteral("trayForm"), form_);
    addPage(tr("Shelf"), QStringLiteral("trayShelf"), shelf_);
    connect(this, &PageTray::shown, this, [this] { refresh(); });
    show(Page::Places);
}

void FillTray::refresh(bool onlyPlan)
{
    switch (page()) { // what nobody sees is filled when it is shown
    case Page::Places:
        break; // the bench fills its table
    case Page::Pours:
        pours_->refresh(onlyPlan);
        break;
    case Page::Heat:
        heat_->refresh();
        break;
    case Page::Form:
        form_->refresh();
        break;
    case Page::Shelf:
        if (!onlyPlan) {
            shelf_->refresh();
        }
        break;
    }
}

} // namespace burl::ui
