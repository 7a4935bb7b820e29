#pragma once
// The pictures of an entry of the day book, one at a time, as large as the window.

#include <QDialog>

#include "app/document.h"
#include "app/picture_reading.h"

class QLabel;
class QPushButton;

namespace burl::ui
{

class EntryPictures : public QDialog
{
    Q_OBJECT

public:
    /// Shows the first of `keys` at once; deletes itself when it is closed.
    EntryPictures(Document& document, const QString& title, std::vector<std::string> keys, QWidget* parent);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void turnTo(int index);
    void fit();

    Document& document_;
    std::vector<std::string> keys_;
    int index_ = 0;
    QImage picture_; // null while it is being opened, or when it cannot be
    PictureReading reading_;
    QLabel* shown_;
    QLabel* says_;
    QPushButton* before_;
    QPushButton* after_;
};

} // namespace burl::ui
