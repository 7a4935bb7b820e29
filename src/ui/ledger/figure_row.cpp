#include "ui/ledger/figure_row.h"

#include <QAbstractButton>
#include <QLabel>
#include <QPainter>
#include <QVBoxLayout>

#include "core/measure/format.h"
#include "ui/look/plain_words.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kIndent_px = 12;
constexpr int kDeepest = 4; // of what is opened one in another; deeper stands no further in

} // namespace

/// The painted line; a button so that it can be reached and read without a mouse.
class FigureButton : public QAbstractButton
{
public:
    explicit FigureButton(QWidget* parent) : QAbstractButton(parent)
    {
        setCheckable(true);
        setCursor(Qt::PointingHandCursor);
        setFocusPolicy(Qt::StrongFocus);
    }

    void set(const QString& label, const NumberAndUnit& parts, bool guess, bool telling)
    {
        const QString number = fromCore(parts.number);
        const QString unit = fromCore(parts.unit);
        if (label == label_ && number == number_ && unit == unit_ && guess == guess_ && telling == telling_) {
            return;
        }
        const bool resized = telling != telling_;
        label_ = label;
        number_ = number;
        unit_ = unit;
        guess_ = guess;
        telling_ = telling;
        setAccessibleName(label_ + QLatin1String(": ") + (guess_ ? tr("about ") : QString()) + number_ +
                          QLatin1Char(' ') + unit_);
        setToolTip(tr("Click for the working"));
        if (resized) {
            updateGeometry();
        }
        update();
    }

    [[nodiscard]] QSize sizeHint() const override { return {200, telling_ ? 46 : 27}; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {120, sizeHint().height()}; }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter p(this);
        const Palette& c = colours();
        if (isChecked() || underMouse() || hasFocus()) {
            p.fillRect(rect(), c.shelf);
        }
        const QRect inner = rect().adjusted(4, 0, -4, 0);
        p.setFont(textFont(10.5));
        const int unitWidth = unit_.isEmpty() ? 0 : p.fontMetrics().horizontalAdvance(unit_) + 5;
        const QFont numberFont = textFont(telling_ ? 21.0 : 12.0, telling_);
        const QString number = (guess_ ? QStringLiteral("≈ ") : QString()) + number_;
        p.setFont(numberFont);
        const int numberWidth = p.fontMetrics().horizontalAdvance(number);
        const int baseline = inner.center().y() + (telling_ ? 10 : 5);
        p.setPen(c.ink);
        p.drawText(inner.right() - unitWidth - numberWidth, baseline, number);
        p.setFont(textFont(10.5));
        p.setPen(c.faint);
        p.drawText(inner.right() - unitWidth + 5, baseline, unit_);
        p.setPen(c.ink);
        const int room = inner.width() - unitWidth - numberWidth - 8;
        p.drawText(inner.left(), baseline, p.fontMetrics().elidedText(label_, Qt::ElideRight, room));
    }

private:
    QString label_;
    QString number_;
    QString unit_;
    bool guess_ = false;
    bool telling_ = false;
};

FigureRow::FigureRow(QWidget* parent) : QWidget(parent), button_(new FigureButton(this)), working_(new QLabel(this))
{
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(button_);
    layout->addWidget(working_);
    looking(working_, "working")->setWordWrap(true);
    isOurs(*working_);
    working_->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::LinksAccessibleByMouse |
                                      Qt::LinksAccessibleByKeyboard);
    connect(working_, &QLabel::linkActivated, this, [this](const QString& way) {
        open_.contains(way) ? void(open_.remove(way)) : void(open_.insert(way));
        fillWorking();
    });
    working_->setFont(textFont(10.0));
    working_->hide();
    connect(button_, &QAbstractButton::toggled, this, [this](bool open) {
        if (open) {
            fillWorking();
        }
        working_->setVisible(open);
    });
}

void FigureRow::show(const Entry& entry, const UnitChoice& units)
{
    figure_ = entry.figure;
    units_ = units;
    const FigureNode& node = figure_.node();
    const QString name = QStringLiteral("figure_") + fromCore(node.key);
    if (objectName() != name) {
        setObjectName(name);
        open_.clear(); // another figure in this row
        button_->setObjectName(name + QStringLiteral("_button"));
        setAccessibleName(translated(node.label));
        named(working_, name + QStringLiteral("_working"), tr("Working of %1").arg(translated(node.label)));
    }
    button_->set(translated(node.label), formatParts(node.value, node.unit, units), figure_.isGuess(),
                 entry.prominence == Prominence::Headline);
    if (button_->isChecked()) {
        fillWorking();
    }
}

QString FigureRow::workingText() const
{
    return working_->text();
}
bool FigureRow::isOpen() const
{
    return button_->isChecked();
}
void FigureRow::setOpen(bool open)
{
    button_->setChecked(open);
}

void FigureRow::fillWorking()
{
    working_->setText(step(figure_, QString(), 0));
}

QString FigureRow::step(const Figure& figure, const QString& path, int depth) const
{
    // However deep, no step is pushed out of the ledger.
    const int indent = std::min(depth, kDeepest) * kIndent_px;
    QString html;
    const auto line = [&](const QString& text, int at) {
        html += QStringLiteral("<p style='margin:0 0 2px %1px'>%2</p>").arg(at).arg(text);
    };
    const auto lines = workingLines(figure, units_);
    for (const std::string& text : lines) {
        line(fromCore(text).toHtmlEscaped(), indent);
    }
    const Figure* through = &figure;
    while (const Figure* same = onlyTermOf(*through)) {
        through = same;
    }
    for (size_t i = 0; i < through->node().terms.size(); ++i) {
        const Figure& term = through->node().terms[i];
        if (!term) {
            continue;
        }
        const FigureNode& node = term.node();
        const QString said = translated(node.label) + QStringLiteral(" = ") + quantity(term, units_);
        const QString way = path.isEmpty() ? QString::number(i) : path + QLatin1Char('.') + QString::number(i);
        if (node.formula.empty()) {
            const QString source =
                node.source.empty() ? QString() : QStringLiteral(" (%1)").arg(translated(node.source));
            line((said + source).toHtmlEscaped(), indent + kIndent_px);
            continue;
        }
        const bool open = open_.contains(way);
        line(QStringLiteral("<a href='%1' style='color:%2;text-decoration:none'>%3 %4</a>")
                 .arg(way, colours().lead.name(), open ? QStringLiteral("▾") : QStringLiteral("▸"),
                      said.toHtmlEscaped()),
             indent + kIndent_px);
        if (open) {
            html += step(term, way, depth + 2);
        }
    }
    return html;
}

} // namespace burl::ui
