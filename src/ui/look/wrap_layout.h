#pragma once
// Widgets side by side that go on in the next line where there is no room, as words do.

#include <vector>

#include <QLayout>

namespace burl::ui
{

class WrapLayout : public QLayout
{
    Q_OBJECT

public:
    explicit WrapLayout(int spacing, QWidget* parent = nullptr);
    ~WrapLayout() override;

    void addItem(QLayoutItem* item) override;
    [[nodiscard]] int count() const override { return static_cast<int>(items_.size()); }
    [[nodiscard]] QLayoutItem* itemAt(int index) const override;
    QLayoutItem* takeAt(int index) override;
    [[nodiscard]] Qt::Orientations expandingDirections() const override { return {}; }
    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override { return laid({0, 0, width, 0}, false); }
    [[nodiscard]] QSize minimumSize() const override;
    [[nodiscard]] QSize sizeHint() const override;
    void setGeometry(const QRect& rect) override;

private:
    /// The height that it takes; `really` moves the widgets there.
    int laid(const QRect& rect, bool really) const;

    std::vector<QLayoutItem*> items_;
};

} // namespace burl::ui
