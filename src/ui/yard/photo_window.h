#pragma once
// A photo becomes a slab's face: markers, measures, trace, correct, take.

#include <QDialog>

#include "app/document.h"
#include "app/photo_run.h"

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace burl::ui
{

class MeasureField;
class PhotoView;

class PhotoWindow : public QDialog
{
    Q_OBJECT

public:
    PhotoWindow(Document& document, SlabId slab, QWidget* parent = nullptr);
    void openPhoto(const QString& file);
    [[nodiscard]] const PhotoRun& run() const { return run_; }

Q_SIGNALS:
    void taken(burl::SlabId slab);

private:
    [[nodiscard]] PhotoChoices choices() const;
    void refresh();
    void trace();
    void take();
    /// What was traced no longer holds: the picture is measured another way now.
    void forget();
    void say(const QString& sentence, bool trouble = false);

    Document& document_;
    SlabId slab_;
    PhotoRun run_;
    bool handMarkers_ = false;
    std::vector<Vec2> through_; // places the outline was dragged to, in the markers' frame
    QString file_;
    PhotoView* view_;
    MeasureField* width_;
    MeasureField* height_;
    MeasureField* faceHeight_;
    QComboBox* lie_;
    QComboBox* face_;
    QPushButton* trace_;
    QPushButton* stop_;
    QPushButton* take_;
    QProgressBar* progress_;
    QLabel* words_;
    QLabel* faceHeightLabel_;
};

} // namespace burl::ui
