#pragma once
// What lies under the board of the Fill bench: places, pours, heat, form, and the shelf of resins.

#include "app/document.h"
#include "ui/board/page_tray.h"

class QTableWidget;

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class FormPage;
class HeatPage;
class PoursPage;
class ShelfPage;

class FillTray : public PageTray
{
    Q_OBJECT

public:
    enum class Page { Places, Pours, Heat, Form, Shelf };

    FillTray(Document& document, InstrumentPort& instrument, QTableWidget* places, QWidget* parent);
    void show(Page page) { open(static_cast<int>(page)); }
    [[nodiscard]] Page page() const { return static_cast<Page>(opened()); }
    void refresh(bool onlyPlan = false);
    [[nodiscard]] PoursPage& pours() { return *pours_; }
    [[nodiscard]] HeatPage& heat() { return *heat_; }
    [[nodiscard]] ShelfPage& shelf() { return *shelf_; }

private:
    PoursPage* pours_;
    HeatPage* heat_;
    FormPage* form_;
    ShelfPage* shelf_;
};

} // namespace burl::ui
