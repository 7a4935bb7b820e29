#pragma once
// What lies under the board of Base: the cut list, its joints, how it stands, how it is carried in.

#include "app/document.h"
#include "ui/board/page_tray.h"

namespace burl::ui
{

class CarryPage;
class CutPage;
class JointsPage;
class StandingPage;

class BaseTray : public PageTray
{
    Q_OBJECT

public:
    enum class Page { Cuts, Joints, Standing, Carrying };

    BaseTray(Document& document, QWidget* parent);
    void refresh(bool onlyPlan = false);
    [[nodiscard]] Page page() const { return static_cast<Page>(opened()); }
    void show(Page page) { open(static_cast<int>(page)); }
    [[nodiscard]] StandingPage& standing() { return *standing_; }
    [[nodiscard]] CarryPage& carrying() { return *carrying_; }

private:
    CutPage* cuts_;
    JointsPage* joints_;
    StandingPage* standing_;
    CarryPage* carrying_;
};

} // namespace burl::ui
