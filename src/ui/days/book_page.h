#pragma once
// The day book of a job: what was done, and the line that the next thing is written in.

#include <QWidget>

#include "app/document.h"
#include "core/book/book_line.h"

class QPushButton;
class QTableWidget;

namespace burl::ui
{

class BookLineEdit;
class LineBoxes;

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
    void answer(const QString& id, const QString& value);
    void leave(); // the line: empty, nothing attached, no entry being corrected
    void correct(int row);
    void mend(int row, const QString& text); // in its cell
    [[nodiscard]] bool isMending() const;
    void fillRow(int row, const DayEntry& entry);
    [[nodiscard]] QString sayOf(const DayEntry& entry) const;
    [[nodiscard]] std::vector<BookChoice> openSteps() const;
    void strike();
    void attach();
    void showPicture();
    void understand();

    Document& document_;
    QTableWidget* table_;
    BookLineEdit* line_;
    LineBoxes* boxes_;
    QPushButton* write_;
    QPushButton* picture_;
    std::vector<int> ids_; // of the rows
    BookAnswers answers_;
    bool entered_ = false;              // Enter was pressed: the last answer keeps the line
    int correcting_ = 0;                // entry whose words are in the line; 0: a new one
    std::vector<std::string> pictures_; // to go with the next line
};

} // namespace burl::ui
