#pragma once
// A line of words that never widens what it stands in: what does not fit is cut, with the whole in a tip.

#include <QLabel>

namespace burl::ui
{

class ElidedLabel : public QLabel
{
    Q_OBJECT

public:
    explicit ElidedLabel(QWidget* parent = nullptr);
    /// What is cut is the end of `quiet`, then that of `words`.
    void setWords(const QString& words, const QString& quiet = {});
    [[nodiscard]] QSize minimumSizeHint() const override;
    [[nodiscard]] QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString words_;
    QString quiet_;
};

} // namespace burl::ui
