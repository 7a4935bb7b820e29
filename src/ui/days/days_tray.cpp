#include "ui/days/days_tray.h"

namespace burl::ui
{

DaysTray::DaysTray(Document& document, QWidget* parent)
    : PageTray(QStringLiteral("daysTray"), tr("Today, day book, steps, money, the shop"), parent),
      today_(new TodayPage(document, this)), book_(new DayBookPage(document, this)),
      steps_(new StepsPage(document, this)), money_(new MoneyPage(document, this)),
      learned_(new LearnedPage(document, this)), buy_(new BuyPage(document, this)), jobs_(new JobsPage(document, this))
{
    addPage(tr("Today"), QStringLiteral("trayToday"), today_);
    addPage(tr("Day book"), QStringLiteral("trayDayBook"), book_);
    addPage(tr("Steps"), QStringLiteral("traySteps"), steps_);
    addPage(tr("Money"), QStringLiteral("trayMoney"), money_);
    addPage(tr("Learned"), QStringLiteral("trayLearned"), learned_);
    addPage(tr("To buy"), QStringLiteral("trayBuy"), buy_);
    addPage(tr("All jobs"), QStringLiteral("trayJobs"), jobs_);
    show(Page::Today);
}

void DaysTray::refresh(const std::shared_ptr<const ShopDays>& days)
{
    switch (page()) { // what nobody sees is filled when it is shown
    case Page::Today:
        today_->refresh();
        break;
    case Page::Book:
        book_->refresh();
        break;
    case Page::Steps:
        steps_->refresh();
        break;
    case Page::Money:
        money_->refresh();
        break;
    case Page::Learned:
        learned_->refresh();
        break;
    case Page::Buy:
        buy_->refresh(days);
        break;
    case Page::Jobs:
        jobs_->refresh(days);
        break;
    }
}

} // namespace burl::ui
