#pragma once
// What stands in the window when the shop book cannot be shown as it is: why, and the one button that helps.

#include <QDialog>

namespace burl::ui
{

class BookPage : public QDialog
{
    Q_OBJECT

public:
    enum Answer { Leave, TakeBackup, StartEmpty, TryAgain };

    /// A book that does not open. `backup` tells when the newest good copy was made; empty when there is none.
    static BookPage* damaged(const QString& sentence, const QString& backup);
    /// An empty or missing book that has copies beside it.
    static BookPage* emptyWithBackups(const QString& file, const QString& backup);

    /// A book that another program holds, or whose disk is full: nothing is wrong with it.
    static BookPage* notJustNow(const QString& sentence);

    [[nodiscard]] Answer ask();

private:
    explicit BookPage(const QString& headline);
    void addWords(const QString& words);
    void addButton(const QString& name, const QString& text, Answer answer, bool first);
};

} // namespace burl::ui
