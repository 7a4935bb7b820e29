#pragma once
// A layup as a small true picture with the few figures that set it apart: an offer, or one that was kept.

#include <memory>

#include <QAbstractButton>

#include "app/document.h"
#include "core/figure/answer.h"
#include "drawing/wood.h"

namespace burl::ui
{

class LayupCard : public QAbstractButton
{
    Q_OBJECT

public:
    LayupCard(const QString& name, QWidget* parent);
    /// `plan` is painted from while the card stands; `title` over it, `figures` under it.
    void show(std::shared_ptr<const Plan> plan, const QString& title, const QStringList& figures, WoodCache& wood);
    /// The one that is laid up now.
    void setTaken(bool taken);
    [[nodiscard]] QSize sizeHint() const override { return {214, 152}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::shared_ptr<const Plan> plan_;
    QString title_;
    QStringList figures_;
    WoodCache* wood_ = nullptr;
    bool taken_ = false;
};

} // namespace burl::ui
