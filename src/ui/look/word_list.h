#pragma once
// The list of a choice that goes to what is typed: to the first entry that begins with it, else to the first with a
// word in it that does, so that "wal" finds Black walnut. Letters that fit nothing leave the choice as it was.

#include <QElapsedTimer>
#include <QListView>

namespace burl::ui
{

class WordList : public QListView
{
    Q_OBJECT

public:
    using QListView::QListView;
    /// A pause begins a new word, and so does a row that was chosen otherwise.
    void keyboardSearch(const QString& letters) override;

private:
    [[nodiscard]] int rowOf(const QString& typed) const;

    QString typed_;
    int before_ = -1; // the row before the first letter
    int found_ = -1;  // the row that the letters so far led to
    QElapsedTimer since_;
};

} // namespace burl::ui
