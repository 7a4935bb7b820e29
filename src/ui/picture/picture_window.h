#pragma once
// The finished table in three dimensions, in a window of its own beside any bench.

#include <QWidget>

#include "app/document.h"
#include "app/picture_reading.h"
#include "app/scene_run.h"

class QLabel;
class QTimer;

namespace burl::ui
{

class PictureView;

class PictureWindow : public QWidget
{
    Q_OBJECT

public:
    PictureWindow(Document& document, QWidget* parent);
    /// Shows the table as it is now; says why not when it cannot be seen.
    void open();
    [[nodiscard]] PictureView& view() { return *view_; }

Q_SIGNALS:
    void message(const QString& sentence);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void make();
    void exportPicture();
    void askPhoto();
    void askSides(const QImage& photo);

    Document& document_;
    SceneRun scene_;
    PictureReading photo_; // of the room, while it is read
    PictureView* view_;
    QString photoPath_; // of the room
    QLabel* says_;
    QTimer* changed_;
    bool chairs_ = true;
};

} // namespace burl::ui
