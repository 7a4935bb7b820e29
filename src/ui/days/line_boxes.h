#pragma once
// What a line of the day book was understood to say: boxes that can be changed or taken out, and the questions that it
// leaves open as numbered buttons.

#include <functional>

#include <QWidget>

#include "core/book/book_line.h"

class QLabel;
class QPushButton;

namespace burl::ui
{

class LineBoxes : public QWidget
{
    Q_OBJECT

public:
    explicit LineBoxes(QWidget* parent);
    /// `steps`: what a step's box can be changed to, keys and names.
    void show(const BookReading& reading, std::vector<BookChoice> steps);
    /// A sentence in place of all: a refusal, or nothing.
    void say(const QString& sentence);
    /// To the first answer of the first question.
    void takeFocus();

Q_SIGNALS:
    void answered(const QString& id, const QString& value);
    void leftToLine(); // Esc

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    struct Row {
        QLabel* word;
        QWidget* room;
    };
    [[nodiscard]] Row row(const QString& name, const QString& word);
    void clear(const Row& row);
    QPushButton* box(const Row& row, const BookBox& said);
    void choices(const BookBox& said, QPushButton* from);
    void ask(const BookAsk& question);
    [[nodiscard]] static std::string written(const BookReading& reading);
    [[nodiscard]] static QString tipOf(const BookBox& said);

    Row understood_;
    Row asked_;
    Row alsoDone_;
    QLabel* sentence_;
    QLabel* question_;
    std::vector<BookChoice> steps_;
    std::vector<QPushButton*> answers_;
    std::string shown_; // all of it: what is the same stays, under the hand too
};

} // namespace burl::ui
