#pragma once
// What lies under the board of the Flat bench: the passes with their profiles, and the rest between millings.

#include <vector>

#include <QWidget>

#include "app/document.h"

class QPushButton;
class QStackedWidget;

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class PassStrip;
class RestPage;

class FlatTray : public QWidget
{
    Q_OBJECT

public:
    enum class Page { Passes, Rest };

    FlatTray(Document& document, InstrumentPort& instrument, QWidget* parent);
    void show(Page page);
    [[nodiscard]] Page page() const { return page_; }
    [[nodiscard]] PassStrip& passes() { return *passes_; }
    [[nodiscard]] RestPage& rest() { return *rest_; }

private:
    Page page_ = Page::Passes;
    QStackedWidget* pages_;
    PassStrip* passes_;
    RestPage* rest_;
    std::vector<QPushButton*> buttons_;
};

} // namespace burl::ui
