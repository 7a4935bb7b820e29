#pragma once
// The day book of a job: what was done, and the line that the next thing is written in.

#include <QWidget>

#include "app/document.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QTableWidget;

namespace burl::ui
{

class DayBookPage : public QWidget
{
    Q_OBJECT

public:
    DayBookPage(Document& document, QWidget* parent);
    void refresh();
    void takeFocus();
    /// A new line begun with these words, to be gone on with.
    void begin(const QString& words);

Q_SIGNALS:
    void message(const QString& sentence);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void write();
    void leave(); // the line: empty, nothing attached, no entry being corrected
    void correct(int row);
    void strike();
    void attach();
    void showPicture();
    void understand();

    Document& document_;
    QTableWidget* table_;
    QLineEdit* line_;
    QLabel* understood_;
    QPushButton* write_;
    QPushButton* picture_;
    std::vector<int> ids_;              // of the rows
    int correcting_ = 0;                // entry whose words are in the line; 0: a new one
    std::vector<std::string> pictures_; // to go with the next line
};

} // namespace burl::ui
