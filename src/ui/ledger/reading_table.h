#pragma once
// A table for dusty hands: typing replaces, Enter walks down the column and on to the next one.
// An entry is taken within the key event of its Enter: keys that piled up behind it while the program was busy find
// the next cell waiting, however many come at once.

#include <functional>

#include <QTableWidget>

namespace burl::ui
{

class ReadingTable : public QTableWidget
{
    Q_OBJECT

public:
    explicit ReadingTable(QWidget* parent = nullptr);
    /// Sets a cell's text without reporting it as entered. A cell that is typed into keeps what is typed.
    void put(int row, int column, const QString& text, bool editable = true);
    /// Columns that Enter walks through; -1 walks the whole row range of every column.
    void setFirstWalked(int column) { firstWalked_ = column; }
    /// A reading for the cell that waits, as if typed with Enter after it; false when somebody types into it.
    bool take(const QString& text);

    /// True while somebody types into a cell.
    [[nodiscard]] bool isEditing() const { return state() == EditingState; }

    /// What was just entered is refused: Enter does not walk on, the cell waits for it again.
    void stay() { stays_ = true; }

Q_SIGNALS:
    void entered(int row, int column, const QString& text);
    /// Space: the waiting cell is to be read by an instrument.
    void takeWanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;

private:
    void walk();
    int firstWalked_ = 0;
    bool stays_ = false;
};

} // namespace burl::ui
