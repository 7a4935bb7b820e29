#pragma once
// The room, month by month: temperature and humidity, and what wood comes to rest at in each.

#include <QWidget>

#include "app/document.h"

namespace burl::ui
{

class ElidedLabel;
class ReadingTable;

class RoomPage : public QWidget
{
    Q_OBJECT

public:
    RoomPage(Document& document, QWidget* parent);
    void refresh();

Q_SIGNALS:
    void message(const QString& sentence);

private:
    void entered(int row, int column, const QString& text);
    Document& document_;
    ElidedLabel* words_;
    ReadingTable* table_;
};

} // namespace burl::ui
