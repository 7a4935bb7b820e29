#pragma once
// What lies under the board of the Flat bench: the passes with their profiles, and the rest between millings.

#include "app/document.h"
#include "ui/board/page_tray.h"

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class PassStrip;
class RestPage;

class FlatTray : public PageTray
{
    Q_OBJECT

public:
    enum class Page { Passes, Rest };

    FlatTray(Document& document, InstrumentPort& instrument, QWidget* parent);
    void show(Page page) { open(static_cast<int>(page)); }
    [[nodiscard]] Page page() const { return static_cast<Page>(opened()); }
    [[nodiscard]] PassStrip& passes() { return *passes_; }
    [[nodiscard]] RestPage& rest() { return *rest_; }

private:
    PassStrip* passes_;
    RestPage* rest_;
};

} // namespace burl::ui
