#pragma once
// A closed list: a name too long for it ends in three dots and is told whole under the pointer; the open list is as
// wide as its longest name.

#include <QComboBox>

namespace burl::ui
{

class ChoiceBox : public QComboBox
{
    Q_OBJECT

public:
    explicit ChoiceBox(QWidget* parent = nullptr);

    void showPopup() override;
    void hidePopup() override;
    /// What is chosen as far as it fits.
    [[nodiscard]] QString shownText() const;

Q_SIGNALS:
    /// The open list has closed, with a choice or without.
    void closed();

protected:
    bool event(QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
};

} // namespace burl::ui
