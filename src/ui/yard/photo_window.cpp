#include "ui/yard/photo_window.h"

#include <QComboBox>
#include <QFile>
#include <QFileInfo>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>

#include "core/geometry/ring.h"
#include "core/shop/outline.h"
#include "exchange/bytes.h"
#include "exchange/import/imported.h"
#include "ui/ledger/measure_field.h"
#include "ui/look/choice_box.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/yard/face_change.h"
#include "ui/yard/photo_view.h"

namespace burl::ui
{

PhotoWindow::PhotoWindow(Document& document, SlabId slab, QWidget* parent)
    : QDialog(parent), document_(document), slab_(slab), view_(new PhotoView(this)),
      width_(new MeasureField(Unit::Length, this)), height_(new MeasureField(Unit::Length, this)),
      faceHeight_(new MeasureField(Unit::Length, this)), lie_(new ChoiceBox(this)), face_(new ChoiceBox(this)),
      trace_(new QPushButton(tr("Trace the face"), this)), stop_(new QPushButton(tr("Stop"), this)),
      take_(new QPushButton(tr("Take this outline and picture"), this)), progress_(new QProgressBar(this)),
      words_(new QLabel(tr("Opening the picture…"), this))
{
    const Slab* s = document.shop().slab(slab);
    setWindowTitle(tr("Photo of %1").arg(s != nullptr ? fromCore(s->name) : QString()));
    named(this, QStringLiteral("photoWindow"), windowTitle());
    resize(1180, 760);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(view_, 1);
    auto* side = named(new QWidget(this), QStringLiteral("photoSide"), tr("What the picture shows"));
    side->setFixedWidth(312);
    row->addWidget(side);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(16, 16, 16, 16);
    column->setSpacing(8);
    words_->setObjectName(QStringLiteral("photoWords"));
    words_->setWordWrap(true);
    words_->setMinimumHeight(92);
    words_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    column->addWidget(words_);
    auto* grid = new QGridLayout;
    grid->setVerticalSpacing(7);
    grid->setColumnStretch(0, 1);
    int line = 0;
    const auto add = [&](QWidget* field, const QString& name, const QString& label) {
        named(field, name, label);
        auto* text = named(new QLabel(label, side), name + QStringLiteral("Label"), label);
        text->setWordWrap(true);
        text->setBuddy(field);
        field->setFixedWidth(132);
        grid->addWidget(text, line, 0);
        grid->addWidget(field, line++, 1);
        return text;
    };
    add(width_, QStringLiteral("rectWidth"), tr("Marker 1 to 2"));
    add(height_, QStringLiteral("rectHeight"), tr("Marker 1 to 4"));
    add(lie_, QStringLiteral("markersLie"), tr("Markers lie"));
    faceHeightLabel_ = add(faceHeight_, QStringLiteral("faceHeight"), tr("Top face over them"));
    add(face_, QStringLiteral("photoFace"), tr("The picture shows"));
    column->addLayout(grid);
    lie_->addItem(tr("on blocks, level"), int(MarkerPlane::Level));
    lie_->addItem(tr("on the slab"), int(MarkerPlane::OnSlab));
    lie_->addItem(tr("on the floor"), int(MarkerPlane::Floor));
    face_->addItem(tr("the top face"), int(Face::Top));
    face_->addItem(tr("the bottom face"), int(Face::Bottom));
    for (MeasureField* field : {width_, height_, faceHeight_}) {
        field->setUnits(document.units());
        field->setOptional(tr("measure it"));
        field->setRange(field == faceHeight_ ? ranges::kThickness_mm : ranges::kLength_mm);
        connect(field, &MeasureField::entered, this, [this, field](std::optional<double> v) {
            field->setValue(v);
            forget();
        });
        connect(field, &MeasureField::refused, this, [this](const QString& sentence) { say(sentence, true); });
    }
    if (s != nullptr && s->thickness_mm) {
        faceHeight_->setValue(s->thickness_mm); // markers on the floor, the slab flat on it
    }
    column->addSpacing(6);
    named(trace_, QStringLiteral("tracePhoto"), trace_->text());
    named(stop_, QStringLiteral("stopTrace"), stop_->text());
    named(take_, QStringLiteral("takePhoto"), take_->text());
    named(progress_, QStringLiteral("traceProgress"), tr("How far the tracing is"));
    for (QPushButton* button : {trace_, stop_, take_}) {
        button->setAutoDefault(false); // Enter in a field means the field
    }
    progress_->setRange(0, 100);
    progress_->setTextVisible(false);
    progress_->setFixedHeight(6);
    column->addWidget(trace_);
    column->addWidget(progress_);
    column->addWidget(stop_);
    column->addWidget(take_);
    column->addStretch(1);
    auto* keys = looking(named(new QLabel(tr("Drag a marker or the outline; the wheel looks closer, dragging the "
                                             "picture moves it. Where the line is dashed the edge is unsure: look "
                                             "there first."),
                                          side),
                               QStringLiteral("photoKeys"), tr("How to correct it")),
                         "quiet");
    keys->setWordWrap(true);
    column->addWidget(keys);

    connect(lie_, &QComboBox::activated, this, &PhotoWindow::forget);
    connect(trace_, &QPushButton::clicked, this, &PhotoWindow::trace);
    connect(stop_, &QPushButton::clicked, &run_, &PhotoRun::stop);
    connect(take_, &QPushButton::clicked, this, &PhotoWindow::take);
    connect(view_, &PhotoView::markersMoved, this, [this] {
        handMarkers_ = true;
        forget();
    });
    connect(view_, &PhotoView::outlineDragged, this, [this](Vec2 to) {
        through_.push_back(to);
        refresh();
    });
    connect(&run_, &PhotoRun::opened, this, [this] {
        view_->setPhoto(*run_.photo());
        const auto four = fourMarkers(run_.markers(), true);
        const double w = run_.photo()->pixels.width;
        const double h = run_.photo()->pixels.height;
        if (four) {
            view_->setMarkers(
                std::array<Vec2, 4>{(*four)[0].centre, (*four)[1].centre, (*four)[2].centre, (*four)[3].centre});
            say(tr("Four markers were found. Type how far apart they are, centre to centre."));
        } else {
            handMarkers_ = true;
            view_->setMarkers(std::array<Vec2, 4>{
                Vec2{0.2 * w, 0.75 * h}, {0.8 * w, 0.75 * h}, {0.8 * w, 0.25 * h}, {0.2 * w, 0.25 * h}});
            say(tr("%1 Drag the numbered rings onto the markers, 1 at the lower left, then round anticlockwise.")
                    .arg(fromCore(four.error().sentence)));
        }
        refresh();
    });
    connect(&run_, &PhotoRun::progressed, this,
            [this](double share) { progress_->setValue(static_cast<int>(share * 100.0)); });
    connect(&run_, &PhotoRun::failed, this, [this](const QString& sentence) {
        say((file_.isEmpty() ? QString() : file_ + QStringLiteral(": ")) + sentence, true);
        refresh();
    });
    connect(&run_, &PhotoRun::traced, this, [this] {
        view_->setOutline(run_.result(), run_.setting().map);
        const Box box = boundsOf(run_.result().outline);
        QString text = tr("The face is %1 by %2.")
                           .arg(quantity(box.width(), Unit::Length, document_.units()),
                                quantity(box.height(), Unit::Length, document_.units()));
        if (!run_.result().unsure.empty()) {
            text += QLatin1Char(' ') + counted(run_.result().unsure.size(), tr("One stretch of its edge is unsure."),
                                               tr("%1 stretches of its edge are unsure."));
        }
        if (run_.setting().map.focalAssumed() && lie_->currentData().toInt() == int(MarkerPlane::Floor)) {
            text += QLatin1Char(' ') +
                    tr("The picture does not say its focal length; a usual phone was taken. Check one length.");
        }
        say(text);
        refresh();
    });
    refresh();
}

void PhotoWindow::openPhoto(const QString& path)
{
    file_ = QFileInfo(path).fileName();
    auto bytes = bytesOf(QFile::encodeName(path).toStdString());
    if (!bytes) {
        say(fromCore(bytes.error().sentence), true);
        return;
    }
    run_.open(std::move(*bytes));
    refresh();
}

PhotoChoices PhotoWindow::choices() const
{
    PhotoChoices c;
    c.width_mm = width_->value().value_or(0.0);
    c.height_mm = height_->value().value_or(0.0);
    c.lie = MarkerPlane(lie_->currentData().toInt());
    c.faceHeight_mm = c.lie == MarkerPlane::Floor ? faceHeight_->value().value_or(0.0) : 0.0;
    if (handMarkers_) {
        c.markers = view_->markers();
    }
    return c;
}

void PhotoWindow::refresh()
{
    const bool floor = lie_->currentData().toInt() == int(MarkerPlane::Floor);
    faceHeight_->setVisible(floor);
    faceHeightLabel_->setVisible(floor);
    const bool known = width_->value().value_or(0.0) > 0.0 && height_->value().value_or(0.0) > 0.0 &&
                       (!floor || faceHeight_->value().value_or(0.0) > 0.0);
    trace_->setEnabled(run_.photo() != nullptr && known && !run_.busy());
    stop_->setVisible(run_.busy());
    progress_->setVisible(run_.busy());
    take_->setEnabled(view_->outline().size() > 3 && !run_.busy());
}

void PhotoWindow::say(const QString& sentence, bool trouble)
{
    words_->setText(sentence);
    words_->setProperty("refused", trouble);
    words_->setForegroundRole(trouble ? QPalette::BrightText : QPalette::WindowText);
    words_->setFont(textFont(11.0, trouble));
}

void PhotoWindow::forget()
{
    if (view_->outline().size() > 3) {
        say(tr("Measured another way now: trace it again."));
    }
    through_.clear();
    view_->clearOutline();
    refresh();
}

void PhotoWindow::trace()
{
    say(tr("Tracing…"));
    progress_->setValue(0);
    run_.trace(choices(), through_);
    refresh();
}

void PhotoWindow::take()
{
    const Slab* current = document_.shop().slab(slab_);
    if (current == nullptr || view_->outline().size() < 4) {
        return;
    }
    const bool top = face_->currentData().toInt() == int(Face::Top);
    // The bottom is photographed with the slab turned over about its length: what is far there is near here.
    const double turn = top ? 1.0 : -1.0;
    Ring ring;
    for (const Vec2 p : view_->outline()) {
        ring.push_back({p.x, turn * p.y});
    }
    ring = anticlockwise(std::move(ring));
    const auto plain = outlineOf(ring);
    if (!plain) {
        say(fromCore(plain.error().sentence), true);
        return;
    }
    if (const auto crossing = selfCrossing(ring)) {
        say(tr("The outline crosses itself; drag it apart there first."), true);
        return;
    }
    const OutlineFrame frame = outlineFrame(ring, knownOutline(*current, top ? Face::Top : Face::Bottom));
    const Ring mapped = frame.map(ring);
    const auto stays = askWhatStays(this, *current, top ? Face::Top : Face::Bottom, mapped);
    if (!stays) {
        return;
    }
    const FaceMap map = run_.setting().map;
    const CutFace cut = cutFace(*run_.photo(), map, mapped, [&](Vec2 p) {
        const Vec2 q = frame.back(p);
        return Vec2{q.x, turn * q.y};
    });
    FacePicture picture;
    picture.key = document_.keepPicture(faceBytes(cut.image).toStdString());
    picture.mm_per_px = cut.mm_per_px;
    picture.left_mm = cut.box.left;
    picture.top_mm = cut.box.top;
    document_.editSlab(tr("Face from a photo"), slab_, [&](Slab& s) {
        forgetOld(s, top ? Face::Top : Face::Bottom, *stays);
        (top ? s.topDrawn : s.bottomDrawn) = mapped;
        (top ? s.topPicture : s.bottomPicture) = picture;
    });
    Q_EMIT taken(slab_);
    accept();
}

} // namespace burl::ui
