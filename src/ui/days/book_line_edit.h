#pragma once
// The line of the day book: what was not understood stays underlined in it.

#include <utility>
#include <vector>

#include <QLineEdit>

namespace burl::ui
{

class BookLineEdit : public QLineEdit
{
    Q_OBJECT

public:
    using QLineEdit::QLineEdit;
    /// Letters from and to.
    void setLeft(std::vector<std::pair<int, int>> left);
    [[nodiscard]] const std::vector<std::pair<int, int>>& left() const { return left_; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<std::pair<int, int>> left_;
};

} // namespace burl::ui
