#pragma once
// What lies under the board of Surface: glue-up, edges, sanding, finish.

#include <QLabel>
#include <QTableWidget>

#include "app/document.h"
#include "ui/board/page_tray.h"

class QComboBox;

namespace burl::ui
{

/// A table beside what is to be known while it is done.
class WorkPage : public QWidget
{
    Q_OBJECT

public:
    WorkPage(const QString& name, const QString& said, const QStringList& heads, const std::vector<int>& widths,
             QWidget* parent);
    void show(const std::vector<QStringList>& rows, const QStringList& words);
    [[nodiscard]] QTableWidget& table() { return *table_; }

private:
    QTableWidget* table_;
    QLabel* words_;
};

/// The grits of a part as a ladder, with minutes and discs, and how far it is.
class LadderView : public QWidget
{
    Q_OBJECT

public:
    LadderView(Document& document, QWidget* parent);
    [[nodiscard]] SurfacePart part() const;
    void refresh();

Q_SIGNALS:
    void partChanged();
    void sanded();
    void takenBack();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    [[nodiscard]] const PartSanding* shown() const;
    Document& document_;
    QComboBox* part_;
};

class SurfaceTray : public PageTray
{
    Q_OBJECT

public:
    enum class Page { Glue, Keys, Edges, Sanding, Finish };

    SurfaceTray(Document& document, QWidget* parent);
    void refresh();
    [[nodiscard]] Page page() const { return static_cast<Page>(opened()); }
    void show(Page page) { open(static_cast<int>(page)); }
    [[nodiscard]] LadderView& ladder() { return *ladder_; }
    [[nodiscard]] WorkPage& edges() { return *edges_; }

private:
    void fillGlue();
    void fillKeys();
    void fillEdges();
    void fillFinish();

    Document& document_;
    WorkPage* glue_;
    WorkPage* keys_;
    WorkPage* edges_;
    LadderView* ladder_;
    WorkPage* finish_;
};

} // namespace burl::ui
