#include "ui/window/sill.h"

#include <QAbstractButton>
#include <QHBoxLayout>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <QScrollArea>
#include <QTimer>
#include <QVBoxLayout>

#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kSaid_ms = 12000; // how long the program's own sentence stands
constexpr int kRemedy_px = 380; // of a finding's remedy; the rest is for what was found
constexpr char kVoice[] = "program.says";

} // namespace

void paintMark(QPainter& p, const QRectF& box, Severity severity)
{
    const Palette& c = colours();
    p.setRenderHint(QPainter::Antialiasing);
    switch (severity) {
    case Severity::Stop:
        p.setPen(Qt::NoPen);
        p.setBrush(c.mark);
        p.drawRect(box);
        p.setPen(QPen(c.field, 2.0));
        p.drawLine(QPointF(box.center().x(), box.top() + 3.5), QPointF(box.center().x(), box.bottom() - 6.0));
        p.drawPoint(QPointF(box.center().x(), box.bottom() - 3.5));
        break;
    case Severity::Warn: {
        QPainterPath path(QPointF(box.center().x(), box.top()));
        path.lineTo(box.bottomRight());
        path.lineTo(box.bottomLeft());
        path.closeSubpath();
        p.setPen(Qt::NoPen);
        p.setBrush(c.mark);
        p.drawPath(path);
        break;
    }
    case Severity::ToDo:
        p.setPen(QPen(c.faint, 1.5));
        p.setBrush(Qt::NoBrush);
        p.drawRect(box.adjusted(1.5, 1.5, -1.5, -1.5));
        break;
    case Severity::Caution:
        p.setPen(QPen(c.ink, 1.5));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(box.adjusted(1, 1, -1, -1));
        break;
    case Severity::Good:
        p.setPen(QPen(c.lead, 2.0));
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(
            QPolygonF({QPointF(box.left() + 1, box.center().y()), QPointF(box.center().x() - 1, box.bottom() - 2),
                       QPointF(box.right(), box.top() + 2)}));
        break;
    }
}

void paintVoice(QPainter& p, const QRectF& box)
{
    p.setRenderHint(QPainter::Antialiasing);
    QPainterPath path; // a slip of paper with a corner that points at who speaks
    path.addRoundedRect(box.adjusted(0, 0, 0, -3), 2, 2);
    path.moveTo(box.left() + 3, box.bottom() - 4);
    path.lineTo(box.left() + 3, box.bottom() + 1);
    path.lineTo(box.left() + 8, box.bottom() - 4);
    p.setPen(Qt::NoPen);
    p.setBrush(colours().lead);
    p.drawPath(path);
}

class Sill::Row : public QWidget
{
public:
    explicit Row(Sill* sill) : QWidget(sill), text_(new TextButton(this)), remedy_(new QPushButton(this))
    {
        auto* layout = new QHBoxLayout(this);
        layout->setContentsMargins(18, 1, 18, 1);
        layout->setSpacing(12);
        layout->addWidget(text_, 1);
        layout->addWidget(remedy_);
        remedy_->setProperty("link", true);
        remedy_->setFont(textFont(10.5, true));
        remedy_->setCursor(Qt::PointingHandCursor);
        connect(text_, &QAbstractButton::clicked, sill, [this, sill] { Q_EMIT sill->placeWanted(finding); });
        connect(remedy_, &QAbstractButton::clicked, sill, [this, sill] { Q_EMIT sill->remedyWanted(finding); });
    }

    void set(const Finding& f, const UnitChoice& units, bool leads = false)
    {
        finding = f;
        const QString name = QStringLiteral("finding_") + fromCore(f.code);
        setObjectName(name);
        text_->setObjectName(name + QStringLiteral("_text"));
        remedy_->setObjectName(name + QStringLiteral("_remedy"));
        text_->voice = f.code == kVoice;
        if (text_->severity != f.severity) {
            text_->severity = f.severity;
            text_->update();
        }
        const QString sentence = sentenceOf(f, units);
        if (text_->text() != sentence) {
            text_->setText(sentence);
            text_->setAccessibleName(sentence);
            setAccessibleName(sentence);
            text_->setToolTip(sentence);
        }
        const QString remedy = remedyOf(f, units);
        // However long, neither may push the other out of the window: what is cut stands whole in the tip.
        const QString cut = remedy_->fontMetrics().elidedText(remedy, Qt::ElideRight, kRemedy_px);
        if (remedy_->text() != cut) {
            remedy_->setText(cut);
            remedy_->setToolTip(remedy);
        }
        remedy_->setAccessibleName(remedy.isEmpty() ? sentence : remedy);
        remedy_->setVisible(!remedy.isEmpty());
        remedy_->setEnabled(leads);
    }

    Finding finding;

private:
    class TextButton : public QAbstractButton
    {
    public:
        explicit TextButton(QWidget* parent) : QAbstractButton(parent)
        {
            setFocusPolicy(Qt::StrongFocus);
            setCursor(Qt::PointingHandCursor);
        }
        [[nodiscard]] QSize sizeHint() const override { return {200, 26}; }
        Severity severity = Severity::Caution;
        bool voice = false; // of the program itself

    protected:
        void paintEvent(QPaintEvent*) override
        {
            QPainter p(this);
            const QRectF mark(1, height() / 2.0 - 7, 14, 14);
            voice ? paintVoice(p, mark) : paintMark(p, mark, severity);
            p.setPen(colours().ink);
            p.setFont(textFont(11.0, severity == Severity::Stop));
            const QRect room = rect().adjusted(27, 0, 0, 0);
            p.drawText(room, Qt::AlignVCenter | Qt::AlignLeft,
                       p.fontMetrics().elidedText(text(), Qt::ElideRight, room.width()));
            if (hasFocus()) {
                p.setPen(QPen(colours().lead, 1.0, Qt::DotLine));
                p.setBrush(Qt::NoBrush);
                p.drawRect(rect().adjusted(22, 1, -1, -2));
            }
        }
    };
    TextButton* text_;
    QPushButton* remedy_;
};

Sill::Sill(QWidget* parent) : QWidget(parent)
{
    hide_.setSingleShot(true);
    connect(&hide_, &QTimer::timeout, this, [this] { said_->hide(); });
    setObjectName(QStringLiteral("sill"));
    setAccessibleName(tr("Findings"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 2, 0, 4);
    outer->setSpacing(0);
    said_ = new Row(this);
    said_->set({kVoice, Severity::Caution, tr("nothing said yet").toStdString(), {}, {}, {}}, {});
    said_->hide();
    outer->addWidget(said_);
    auto* scroll = named(new QScrollArea(this), QStringLiteral("sillScroll"), tr("Findings"));
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inside = looking(named(new QWidget(scroll), QStringLiteral("sillInside"), tr("Findings")), "clear");
    column_ = new QVBoxLayout(inside);
    column_->setContentsMargins(0, 0, 0, 0);
    column_->setSpacing(0);
    column_->addStretch(1);
    scroll->setWidget(inside);
    outer->addWidget(scroll, 1);
}

void Sill::showFindings(const std::vector<Finding>& findings, const UnitChoice& units,
                        const std::function<bool(const Finding&)>& leads)
{
    while (rows_.size() < findings.size()) {
        auto* row = new Row(this);
        column_->insertWidget(static_cast<int>(rows_.size()), row);
        rows_.push_back(row);
    }
    for (size_t i = 0; i < rows_.size(); ++i) {
        if (i < findings.size()) {
            rows_[i]->set(findings[i], units, leads(findings[i]));
        }
        rows_[i]->setVisible(i < findings.size());
    }
    if (findings.empty() != empty_) {
        empty_ = findings.empty();
        update();
    }
}

void Sill::paintEvent(QPaintEvent*)
{
    if (!said_->isVisibleTo(this) && (rows_.empty() || !rows_.front()->isVisibleTo(this))) {
        QPainter p(this);
        p.setPen(colours().faint);
        p.setFont(textFont(11.0));
        p.drawText(QRect(18, 4, width() - 36, 24), Qt::AlignLeft | Qt::AlignVCenter,
                   tr("Nothing else on this bench wants attention."));
    }
}

void Sill::say(const QString& sentence)
{
    Finding finding;
    finding.code = kVoice;
    finding.severity = Severity::Caution;
    finding.text = sentence.toStdString();
    said_->set(finding, {});
    said_->show();
    update();
    hide_.start(kSaid_ms); // one timer, however much is said
}

void Sill::fallSilent()
{
    said_->hide();
    update();
}

} // namespace burl::ui
