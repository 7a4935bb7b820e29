#include "ui/picture/picture_window.h"

#include <QBuffer>
#include <QCheckBox>
#include <QFile>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTimer>
#include <QVBoxLayout>

#include "core/measure/parse.h"
#include "core/shop/ranges.h"
#include "exchange/bytes.h"
#include "ui/ask/ask_file.h"
#include "ui/ask/files.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/picture/picture_view.h"

namespace burl::ui
{
PictureWindow::PictureWindow(Document& document, QWidget* parent)
    : QWidget(parent, Qt::Window), document_(document), view_(new PictureView(this)), says_(new QLabel(this)),
      changed_(new QTimer(this))
{
    named(this, QStringLiteral("pictureWindow"), tr("The table in three dimensions"));
    setWindowIcon(QIcon(QStringLiteral(":/icons/young-burl.svg")));
    resize(1120, 760);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(10, 8, 10, 8);
    column->setSpacing(6);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    struct Preset {
        const char* name;
        QString word;
        SceneEye eye;
    };
    const SceneEye usual;
    for (const Preset& preset : {Preset{"eyeCorner", tr("from a corner"), usual},
                                 Preset{"eyeSide", tr("from the side"), {-90.0, 8.0, usual.away, usual.lens_deg}},
                                 Preset{"eyeEnd", tr("from its end"), {0.0, 10.0, usual.away, usual.lens_deg}},
                                 Preset{"eyeAbove", tr("from above"), {-90.0, 80.0, usual.away, usual.lens_deg}}}) {
        auto* button =
            looking(named(new QPushButton(preset.word, this), QLatin1String(preset.name), preset.word), "tight");
        connect(button, &QPushButton::clicked, this, [this, eye = preset.eye] {
            if (view_->inPhoto()) {
                view_->leavePhoto();
                make();
            }
            view_->setEye(eye);
        });
        row->addWidget(button);
    }
    auto* chairs =
        named(new QCheckBox(tr("chairs"), this), QStringLiteral("pictureChairs"), tr("With chairs round it"));
    chairs->setChecked(true);
    connect(chairs, &QCheckBox::toggled, this, [this](bool on) {
        chairs_ = on;
        make();
    });
    row->addWidget(chairs);
    row->addStretch(1);
    auto* photo = looking(named(new QPushButton(tr("in a photo of the room…"), this), QStringLiteral("pictureInPhoto"),
                                tr("In a photo of the room with four marks on its floor")),
                          "tight");
    photo->setToolTip(tr("Four marks on the floor make a rectangle whose sides are measured; the table stands in it."));
    connect(photo, &QPushButton::clicked, this, &PictureWindow::askPhoto);
    row->addWidget(photo);
    auto* save = looking(named(new QPushButton(tr("export picture…"), this), QStringLiteral("pictureExport"),
                               tr("Export the picture as it is seen")),
                         "tight");
    save->setToolTip(tr("As it is seen now; a picture that was let get better is finer."));
    connect(save, &QPushButton::clicked, this, &PictureWindow::exportPicture);
    row->addWidget(save);
    column->addLayout(row);
    column->addWidget(view_, 1);
    named(says_, QStringLiteral("pictureSays"), tr("How fine the picture is"));
    looking(says_, "quiet");
    column->addWidget(says_);
    changed_->setSingleShot(true);
    constexpr int kSettled_ms = 250; // an edit may be followed by another
    changed_->setInterval(kSettled_ms);
    connect(changed_, &QTimer::timeout, this, &PictureWindow::make);
    const auto again = [this] {
        if (isVisible()) {
            changed_->start();
        }
    };
    connect(&document_, &Document::changed, this, again);
    connect(&document_, &Document::worked, this, again);
    connect(&scene_, &SceneRun::made, view_, &PictureView::setScene);
    connect(&photo_, &PictureReading::opened, this, &PictureWindow::askSides);
    connect(&photo_, &PictureReading::failed, this,
            [this](const QString& why) { says_->setText(photoPath_ + QStringLiteral(": ") + why); });
    connect(view_, &PictureView::marked, this, &PictureWindow::make);
    connect(view_, &PictureView::message, this, [this](const QString& sentence) {
        says_->setText(sentence);
        Q_EMIT message(sentence);
    });
    connect(view_, &PictureView::progressed, this, [this](int passes) {
        if (photo_.busy()) {
            return; // that is said instead
        }
        says_->setText(passes == 0 ? tr("Drag or arrow keys turn it, the wheel brings it nearer.")
                       : passes < PictureRun::kPasses
                           ? tr("It gets better while you look: %1 of %2.").arg(passes).arg(PictureRun::kPasses)
                           : tr("As fine as it gets. Wood, resin and light are drawn to be judged, not measured."));
    });
}

void PictureWindow::open()
{
    if (!SceneRun::canBeSeen(document_)) {
        Q_EMIT message(tr("There is nothing to see yet: lay a top up, and say how thick its slabs are."));
        return;
    }
    setWindowTitle(tr("%1 in three dimensions").arg(fromCore(document_.job()->name)));
    show();
    raise();
    activateWindow();
    view_->setFocus();
    make();
}

void PictureWindow::make()
{
    if (!SceneRun::canBeSeen(document_)) {
        says_->setText(tr("There is nothing to see any more: lay a top up, and say how thick its slabs are."));
        return;
    }
    setWindowTitle(tr("%1 in three dimensions").arg(fromCore(document_.job()->name)));
    SceneChoices choices;
    choices.floor = !view_->inPhoto();
    choices.chairs = chairs_;
    scene_.make(document_, choices);
}

void PictureWindow::exportPicture()
{
    const QImage image = view_->picture();
    if (image.isNull()) {
        says_->setText(tr("It is being drawn: a moment."));
        return;
    }
    const QString path =
        askWhereTo(this, {QStringLiteral("picture"), tr("Export the picture"), tr("PNG (*.png);;JPEG (*.jpg)")},
                   fromCore(document_.job()->name) + QStringLiteral(".png"));
    if (path.isEmpty()) {
        return;
    }
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    constexpr int kQuality = 92;
    image.save(&buffer, path.endsWith(QLatin1String(".jpg"), Qt::CaseInsensitive) ? "JPG" : "PNG", kQuality);
    says_->setText(written(path, bytes, tr("The picture is in %1.").arg(path)));
}

void PictureWindow::askPhoto()
{
    const QString path =
        askWhich(this, {QStringLiteral("photo"), tr("A photo of the room with four marks on its floor"),
                        tr("Photos (*.jpg *.jpeg *.png *.webp *.heic)")});
    if (path.isEmpty()) {
        return;
    }
    auto bytes = bytesOf(QFile::encodeName(path).toStdString());
    if (!bytes) {
        says_->setText(QString::fromStdString(bytes.error().sentence));
        return;
    }
    photoPath_ = path;
    photo_.open(std::move(*bytes));
    says_->setText(tr("The photo is being opened; Esc leaves it."));
}

void PictureWindow::askSides(const QImage& photo)
{
    const auto side = [this](const QString& title, const QString& usual) -> std::optional<double> {
        bool ok = false;
        const QString text =
            QInputDialog::getText(this, tr("Marks on the floor"), title, QLineEdit::Normal, usual, &ok);
        if (!ok) {
            return std::nullopt;
        }
        const auto mm = parseLength_mm(text.toStdString(), document_.units().length);
        if (!mm || !ranges::kWay_mm.holds(*mm)) {
            says_->setText(mm ? tr("A side of the marks %1.").arg(fromCore(rangeSentence(ranges::kWay_mm)))
                              : fromCore(mm.error().sentence));
            return std::nullopt;
        }
        return *mm;
    };
    const auto wide =
        side(tr("How far is it from the left to the right mark, along the table?"), QStringLiteral("2000"));
    const auto deep = wide ? side(tr("And from the near to the far one?"), QStringLiteral("1000")) : std::nullopt;
    if (wide && deep) {
        view_->askMarks(photo, *wide, *deep);
        says_->setText(tr("Click the four marks in their order; the table will stand in the middle of them."));
    }
}

void PictureWindow::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape) {
        if (photo_.busy()) {
            photo_.stop(); // says so itself
        } else {
            close();
        }
        return;
    }
    QWidget::keyPressEvent(event);
}

} // namespace burl::ui
