#pragma once
// What lies under the board of the Fill bench: places, pours, heat, form, and the shelf of resins.

#include <vector>

#include <QWidget>

#include "app/document.h"

class QPushButton;
class QStackedWidget;
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

class FillTray : public QWidget
{
    Q_OBJECT

public:
    enum class Page { Places, Pours, Heat, Form, Shelf };

    FillTray(Document& document, InstrumentPort& instrument, QTableWidget* places, QWidget* parent);
    void show(Page page);
    [[nodiscard]] Page page() const { return page_; }
    void refresh(bool onlyPlan = false);
    [[nodiscard]] PoursPage& pours() { return *pours_; }
    [[nodiscard]] HeatPage& heat() { return *heat_; }
    [[nodiscard]] ShelfPage& shelf() { return *shelf_; }

Q_SIGNALS:
    void shown();

private:
    Page page_ = Page::Places;
    QStackedWidget* pages_;
    PoursPage* pours_;
    HeatPage* heat_;
    FormPage* form_;
    ShelfPage* shelf_;
    std::vector<QPushButton*> buttons_;
};

} // namespace burl::ui
