#pragma once
// What lies under the board of the Move bench: the year, how the top bends, the room month by month, fasteners, steel.

#include "app/document.h"
#include "ui/board/page_tray.h"

namespace burl::ui
{

class BendingPage;
class ChoicesForm;
class FastenersPage;
class RoomPage;
class SteelPage;
class YearStrip;

class MoveTray : public PageTray
{
    Q_OBJECT

public:
    enum class Page { Year, Bending, Room, Fasteners, Steel };

    MoveTray(Document& document, QWidget* parent);
    void show(Page page) { open(static_cast<int>(page)); }
    [[nodiscard]] Page page() const { return static_cast<Page>(opened()); }
    void refresh(bool onlyPlan = false);
    [[nodiscard]] YearStrip& year() { return *year_; }
    [[nodiscard]] const YearStrip& year() const { return *year_; }
    [[nodiscard]] const BendingPage& bending() const { return *bending_; }
    [[nodiscard]] FastenersPage& fasteners() { return *fasteners_; }
    [[nodiscard]] ChoicesForm& steelForm();

Q_SIGNALS:
    void moved(); // another day, place or case: the board follows
    void message(const QString& sentence);

private:
    YearStrip* year_;
    BendingPage* bending_;
    RoomPage* room_;
    FastenersPage* fasteners_;
    SteelPage* steel_;
};

} // namespace burl::ui
