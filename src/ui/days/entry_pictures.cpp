#include "ui/days/entry_pictures.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

EntryPictures::EntryPictures(Document& document, const QString& title, std::vector<std::string> keys, QWidget* parent)
    : QDialog(parent), document_(document), keys_(std::move(keys)), shown_(new QLabel(this)), says_(new QLabel(this)),
      before_(new QPushButton(tr("‹ before"), this)), after_(new QPushButton(tr("next ›"), this))
{
    named(this, QStringLiteral("entryPictures"), tr("Pictures of the entry"));
    setWindowTitle(title);
    setAttribute(Qt::WA_DeleteOnClose);
    resize(920, 700);
    auto* column = new QVBoxLayout(this);
    named(shown_, QStringLiteral("entryPicture"), tr("Picture"));
    shown_->setAlignment(Qt::AlignCenter);
    shown_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Ignored); // the window says how large
    shown_->setWordWrap(true);
    column->addWidget(shown_, 1);
    auto* row = new QHBoxLayout;
    named(says_, QStringLiteral("entryPictureSays"), tr("Which of the pictures"));
    row->addWidget(says_, 1);
    const bool many = keys_.size() > 1;
    named(before_, QStringLiteral("pictureBefore"), tr("The picture before"));
    named(after_, QStringLiteral("pictureAfter"), tr("The next picture"));
    for (QPushButton* button : {before_, after_}) {
        button->setAutoDefault(false);
        button->setVisible(many);
        row->addWidget(button);
    }
    column->addLayout(row);
    connect(before_, &QPushButton::clicked, this, [this] { turnTo(index_ - 1); });
    connect(after_, &QPushButton::clicked, this, [this] { turnTo(index_ + 1); });
    connect(&reading_, &PictureReading::opened, this, [this](const QImage& picture) {
        picture_ = picture;
        fit();
    });
    connect(&reading_, &PictureReading::failed, this, [this](const QString& why) { shown_->setText(why); });
    turnTo(0);
}

void EntryPictures::turnTo(int index)
{
    if (index < 0 || index >= static_cast<int>(keys_.size())) {
        return;
    }
    index_ = index;
    picture_ = QImage();
    const std::string bytes = document_.picture(keys_[static_cast<size_t>(index)]);
    if (bytes.empty()) {
        reading_.stop();
        shown_->setText(tr("This picture is not in the book any more."));
    } else {
        shown_->setText(tr("The picture is being opened…"));
        reading_.open(bytes);
    }
    says_->setText(keys_.size() > 1 ? tr("%1 of %2 · arrow keys go on, Esc closes").arg(index + 1).arg(keys_.size())
                                    : tr("Esc closes"));
    before_->setEnabled(index > 0);
    after_->setEnabled(index + 1 < static_cast<int>(keys_.size()));
}

void EntryPictures::fit()
{
    if (!picture_.isNull()) {
        const qreal fine = devicePixelRatioF();
        QPixmap pixmap = QPixmap::fromImage(
            picture_.scaled((QSizeF(shown_->size()) * fine).toSize(), Qt::KeepAspectRatio, Qt::SmoothTransformation));
        pixmap.setDevicePixelRatio(fine);
        shown_->setPixmap(pixmap);
    }
}

void EntryPictures::resizeEvent(QResizeEvent* event)
{
    QDialog::resizeEvent(event);
    fit();
}

void EntryPictures::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left:
    case Qt::Key_Up:
        turnTo(index_ - 1);
        return;
    case Qt::Key_Right:
    case Qt::Key_Down:
        turnTo(index_ + 1);
        return;
    default:
        QDialog::keyPressEvent(event);
    }
}

} // namespace burl::ui
