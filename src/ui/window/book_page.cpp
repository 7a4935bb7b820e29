#include "ui/window/book_page.h"

#include <QIcon>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "ui/look/theme.h"

namespace burl::ui
{

BookPage::BookPage(const QString& headline)
{
    setObjectName(QStringLiteral("bookPage"));
    setWindowTitle(tr("Young Burl"));
    setWindowIcon(QIcon(QStringLiteral(":/icons/young-burl.svg")));
    setMinimumWidth(620);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(36, 32, 36, 32);
    column->setSpacing(14);
    auto* head = named(new QLabel(headline, this), QStringLiteral("bookHeadline"), headline);
    head->setFont(textFont(16.0, true));
    head->setWordWrap(true);
    column->addWidget(head);
}

void BookPage::addWords(const QString& words)
{
    auto* label = named(new QLabel(words, this), QStringLiteral("bookWords"), words);
    label->setFont(textFont(11.0));
    label->setWordWrap(true);
    label->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    layout()->addWidget(label);
}

void BookPage::addButton(const QString& name, const QString& text, Answer answer, bool first)
{
    auto* button = named(new QPushButton(text, this), name, text);
    button->setDefault(first);
    button->setMinimumHeight(first ? 40 : 32);
    connect(button, &QPushButton::clicked, this, [this, answer] { done(answer); });
    layout()->addWidget(button);
}

BookPage* BookPage::damaged(const QString& sentence, const QString& backup)
{
    auto* page = new BookPage(tr("This shop book does not open"));
    page->addWords(sentence);
    if (backup.isEmpty()) {
        page->addWords(tr("No good copy of it was found beside it. Nothing is changed or deleted: keep the file, and "
                          "start with another book by naming it on the command line."));
    } else {
        page->addWords(tr("The newest good copy is from %1. Taking it keeps the damaged file beside it, under another "
                          "name.")
                           .arg(backup));
        page->addButton(QStringLiteral("takeBackup"), tr("Take the copy from %1").arg(backup), TakeBackup, false);
    }
    // Enter changes nothing: no copy takes a book's place unasked.
    page->addButton(QStringLiteral("leaveBook"), tr("Leave everything as it is and quit"), Leave, true);
    return page;
}

BookPage* BookPage::emptyWithBackups(const QString& file, const QString& backup)
{
    auto* page = new BookPage(tr("This shop book is empty, but there are copies of it"));
    page->addWords(tr("%1 is missing or empty. The newest good copy beside it is from %2.").arg(file, backup));
    page->addButton(QStringLiteral("takeBackup"), tr("Take the copy from %1").arg(backup), TakeBackup, false);
    page->addButton(QStringLiteral("startEmpty"), tr("Start with an empty book"), StartEmpty, false);
    page->addButton(QStringLiteral("leaveBook"), tr("Leave everything as it is and quit"), Leave, true);
    return page;
}

BookPage* BookPage::notJustNow(const QString& sentence)
{
    auto* page = new BookPage(tr("This shop book does not open just now"));
    page->addWords(sentence);
    page->addButton(QStringLiteral("tryAgain"), tr("Try again"), TryAgain, true);
    page->addButton(QStringLiteral("leaveBook"), tr("Leave everything as it is and quit"), Leave, false);
    return page;
}

BookPage::Answer BookPage::ask()
{
    setAttribute(Qt::WA_DeleteOnClose, false);
    const int answer = exec();
    deleteLater();
    return static_cast<Answer>(answer);
}

} // namespace burl::ui
