#pragma once
// What lies under the calendar: today, day book, steps, money, what was learned, what to buy, all jobs.

#include "ui/board/page_tray.h"
#include "ui/days/book_page.h"
#include "ui/days/money_page.h"
#include "ui/days/shop_pages.h"
#include "ui/days/steps_page.h"
#include "ui/days/today_page.h"

namespace burl::ui
{

class DaysTray : public PageTray
{
    Q_OBJECT

public:
    enum class Page { Today, Book, Steps, Money, Learned, Buy, Jobs };

    DaysTray(Document& document, QWidget* parent);
    /// `days` is null while it is being worked out.
    void refresh(const std::shared_ptr<const ShopDays>& days);
    [[nodiscard]] Page page() const { return static_cast<Page>(opened()); }
    void show(Page page) { open(static_cast<int>(page)); }
    [[nodiscard]] TodayPage& today() { return *today_; }
    [[nodiscard]] DayBookPage& book() { return *book_; }
    [[nodiscard]] StepsPage& steps() { return *steps_; }
    [[nodiscard]] MoneyPage& money() { return *money_; }
    [[nodiscard]] BuyPage& buy() { return *buy_; }
    /// The page is about the whole shop.
    [[nodiscard]] bool wantsShop() const { return page() == Page::Buy || page() == Page::Jobs; }

private:
    TodayPage* today_;
    DayBookPage* book_;
    StepsPage* steps_;
    MoneyPage* money_;
    LearnedPage* learned_;
    BuyPage* buy_;
    JobsPage* jobs_;
};

} // namespace burl::ui
