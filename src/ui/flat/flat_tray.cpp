#include "ui/flat/flat_tray.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "ui/flat/pass_strip.h"
#include "ui/flat/rest_page.h"
#include "ui/theme.h"

namespace burl::ui
{

FlatTray::FlatTray(Document& document, InstrumentPort& instrument, QWidget* parent)
    : QWidget(parent), pages_(new QStackedWidget(this)), passes_(new PassStrip(document, this)),
      rest_(new RestPage(document, instrument, this))
{
    named(this, QStringLiteral("flatTray"), tr("Passes and rest"));
    named(pages_, QStringLiteral("flatPages"), tr("Passes and rest"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 2, 0, 4);
    column->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(22, 0, 22, 0);
    head->setSpacing(5);
    for (const auto& [page, text, name] : {std::tuple{Page::Passes, tr("Passes"), QStringLiteral("trayPasses")},
                                           std::tuple{Page::Rest, tr("Rest"), QStringLiteral("trayRest")}}) {
        auto* button = looking(named(new QPushButton(text, this), name, text), "tight");
        button->setCheckable(true);
        button->setAutoExclusive(true);
        connect(button, &QPushButton::clicked, this, [this, to = page] { show(to); });
        head->addWidget(button);
        buttons_.push_back(button);
    }
    head->addStretch(1);
    column->addLayout(head);
    pages_->addWidget(passes_);
    pages_->addWidget(rest_);
    pages_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Ignored); // the window stays as small as it was
    column->addWidget(pages_, 1);
    show(Page::Passes);
}

void FlatTray::show(Page page)
{
    page_ = page;
    buttons_[static_cast<size_t>(page)]->setChecked(true);
    pages_->setCurrentIndex(static_cast<int>(page));
}

} // namespace burl::ui
