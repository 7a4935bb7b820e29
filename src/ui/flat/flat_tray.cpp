#include "ui/flat/flat_tray.h"

#include "ui/flat/pass_strip.h"
#include "ui/flat/rest_page.h"

namespace burl::ui
{

FlatTray::FlatTray(Document& document, InstrumentPort& instrument, QWidget* parent)
    : PageTray(QStringLiteral("flat"), tr("Passes and rest"), parent), passes_(new PassStrip(document, this)),
      rest_(new RestPage(document, instrument, this))
{
    addPage(tr("Passes"), QStringLiteral("trayPasses"), passes_);
    addPage(tr("Rest"), QStringLiteral("trayRest"), rest_);
    show(Page::Passes);
}

} // namespace burl::ui
