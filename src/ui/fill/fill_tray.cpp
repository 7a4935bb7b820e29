#include "ui/fill/fill_tray.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QStackedWidget>
#include <QTableWidget>
#include <QVBoxLayout>

#include "ui/fill/form_page.h"
#include "ui/fill/heat_page.h"
#include "ui/fill/pours_page.h"
#include "ui/fill/shelf_page.h"
#include "ui/theme.h"

namespace burl::ui
{

FillTray::FillTray(Document& document, InstrumentPort& instrument, QTableWidget* places, QWidget* parent)
    : QWidget(parent), pages_(new QStackedWidget(this)), pours_(new PoursPage(document, instrument, this)),
      heat_(new HeatPage(document, instrument, this)), form_(new FormPage(document, this)),
      shelf_(new ShelfPage(document, this))
{
    named(this, QStringLiteral("fillTray"), tr("Places, pours, heat, form and shelf"));
    named(pages_, QStringLiteral("fillPages"), tr("Places, pours, heat, form and shelf"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 2, 0, 4);
    column->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(22, 0, 22, 0);
    head->setSpacing(5);
    for (const auto& [page, text, name] : {std::tuple{Page::Places, tr("Places"), QStringLiteral("trayPlaces")},
                                           std::tuple{Page::Pours, tr("Pours"), QStringLiteral("trayPours")},
                                           std::tuple{Page::Heat, tr("Heat"), QStringLiteral("trayHeat")},
                                           std::tuple{Page::Form, tr("Form"), QStringLiteral("trayForm")},
                                           std::tuple{Page::Shelf, tr("Shelf"), QStringLiteral("trayShelf")}}) {
        auto* button = looking(named(new QPushButton(text, this), name, text), "tight");
        button->setCheckable(true);
        button->setAutoExclusive(true);
        connect(button, &QPushButton::clicked, this, [this, to = page] { show(to); });
        head->addWidget(button);
        buttons_.push_back(button);
    }
    head->addStretch(1);
    column->addLayout(head);
    for (QWidget* page : std::initializer_list<QWidget*>{places, pours_, heat_, form_, shelf_}) {
        pages_->addWidget(page);
    }
    pages_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Ignored); // the window stays as small as it was
    column->addWidget(pages_, 1);
    show(Page::Places);
}

void FillTray::show(Page page)
{
    page_ = page;
    buttons_[static_cast<size_t>(page)]->setChecked(true);
    pages_->setCurrentIndex(static_cast<int>(page));
    refresh();
    Q_EMIT shown();
}

void FillTray::refresh(bool onlyPlan)
{
    switch (page_) { // what nobody sees is filled when it is shown
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
