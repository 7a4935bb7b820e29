#pragma once
// A line that is typed into: what it says is handed over by Enter, which goes on to the next line of its form, or by
// leaving it. A text that is refused stays, marked, with the reason as its tip, until it is mended, or Esc brings back
// what was there.

#include <QLineEdit>

namespace burl::ui
{

class EntryField : public QLineEdit
{
    Q_OBJECT

public:
    explicit EntryField(QWidget* parent = nullptr);

    /// What stands in it; somebody who is typing is not disturbed.
    void setShown(const QString& text);
    /// Not taken: `sentence` says why.
    void refuse(const QString& sentence);
    /// What goes into it; while an entry is refused the tip says why instead.
    void setTip(const QString& tip);
    /// Whoever comes to it, or stays after Enter, replaces with the next key what stands in it: for a reading, not for
    /// words.
    void setReplacedByNextKey() { replaced_ = true; }

Q_SIGNALS:
    void typed(const QString& text);
    void refused(const QString& sentence);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    /// As setShown, whoever is typing.
    void putBack(const QString& text);

private:
    void finish();
    void setMarked(bool marked);

    QString shown_;
    QString tip_;
    bool replaced_ = false;
    bool marked_ = false;
    bool clickedInto_ = false; // until the button is let go
};

} // namespace burl::ui
