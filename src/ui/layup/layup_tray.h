#pragma once
// Under the board of Layup: the width along the length, the offers of the yard, the layups kept to compare.

#include <vector>

#include <QWidget>

#include "app/offer_run.h"
#include "drawing/wood.h"

class QHBoxLayout;
class QLabel;
class QProgressBar;
class QPushButton;
class QScrollArea;
class QStackedWidget;

#include "app/document.h"

namespace burl::ui
{

class ElidedLabel;

class LayupCard;
class WidthStrip;

class LayupTray : public QWidget
{
    Q_OBJECT

public:
    LayupTray(Document& document, QWidget* parent);
    enum class Page { Widths, Offers, Kept };
    void show(Page page);
    void refresh();
    void setSpan(double left, double right);

Q_SIGNALS:
    void message(const QString& sentence);

private:
    /// A row of cards that is scrolled sideways.
    struct Row {
        QScrollArea* scroll = nullptr;
        QHBoxLayout* place = nullptr;
        std::vector<LayupCard*> cards;
    };
    Row makeRow(const QString& name, const QString& said);
    LayupCard* card(Row& row, size_t i, const QString& name);
    void seek();
    /// Of a top that is as wide everywhere the number stands for the curve.
    void showEvenness();
    void showOffers();
    void showKept();
    void take(const LayupChoices& layup, const QString& label);
    void keepThis();

    Document& document_;
    OfferRun run_;
    WoodCache wood_{9.0};
    std::vector<QPushButton*> buttons_;
    QStackedWidget* pages_;
    WidthStrip* widths_;
    Row offers_;
    Row kept_;
    ElidedLabel* words_;
    JobId evenSeen_; // the job whose even width gave its room to the offers
    QPushButton* seek_;
    QPushButton* stop_;
    QPushButton* keep_;
    QProgressBar* progress_;
    Page page_ = Page::Widths;
    std::vector<KeptLayup> shownKept_;
    const Shop* shownShop_ = nullptr;
};

} // namespace burl::ui
