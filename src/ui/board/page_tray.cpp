#include "ui/board/page_tray.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "ui/look/theme.h"

namespace burl::ui
{

PageTray::PageTray(const QString& name, const QString& said, QWidget* parent)
    : QWidget(parent), head_(new QHBoxLayout), pages_(new QStackedWidget(this))
{
    named(this, name + QStringLiteral("Tray"), said);
    named(pages_, name + QStringLiteral("Pages"), said);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 2, 0, 4);
    column->setSpacing(4);
    head_->setContentsMargins(22, 0, 22, 0);
    head_->setSpacing(5);
    head_->addStretch(1);
    column->addLayout(head_);
    pages_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Ignored); // the window stays as small as it was
    column->addWidget(pages_, 1);
}

void PageTray::addPage(const QString& word, const QString& buttonName, QWidget* page)
{
    auto* button = looking(named(new QPushButton(word, this), buttonName, word), "tight");
    button->setCheckable(true);
    button->setAutoExclusive(true);
    const int index = static_cast<int>(buttons_.size());
    button->setChecked(index == page_);
    connect(button, &QPushButton::clicked, this, [this, index] { open(index); });
    head_->insertWidget(index, button); // before the room at the end
    buttons_.push_back(button);
    pages_->addWidget(page);
}

void PageTray::open(int page)
{
    page_ = page;
    buttons_[static_cast<size_t>(page)]->setChecked(true);
    pages_->setCurrentIndex(page);
    Q_EMIT shown();
}

} // namespace burl::ui
