#pragma once
// What lies under the board of a bench as pages: a row of buttons, one for each, and the page that is open.

#include <vector>

#include <QWidget>

class QHBoxLayout;
class QPushButton;
class QStackedWidget;

namespace burl::ui
{

class PageTray : public QWidget
{
    Q_OBJECT

public:
    /// `name` is that of the tray; its pages are found as namePages.
    PageTray(const QString& name, const QString& said, QWidget* parent);
    void addPage(const QString& word, const QString& buttonName, QWidget* page);
    void open(int page);
    [[nodiscard]] int opened() const { return page_; }

Q_SIGNALS:
    void shown(); // another page, or the same once more

private:
    int page_ = 0;
    QHBoxLayout* head_;
    QStackedWidget* pages_;
    std::vector<QPushButton*> buttons_;
};

} // namespace burl::ui
