#pragma once
// A bench's choices: labelled rows that read from the job and write to it.

#include <functional>
#include <map>
#include <optional>
#include <vector>

#include <QWidget>

#include "app/document.h"
#include "core/measure/outcome.h"
#include "ui/ledger/measure_field.h"

class QComboBox;
class QGridLayout;
class QPushButton;

namespace burl::ui
{

class ChoicesForm : public QWidget
{
    Q_OBJECT

public:
    /// `name` is that of the bench, or of the part of it: the form is found as nameChoices.
    ChoicesForm(Document& document, const QString& name, QWidget* parent);

    using Get = std::function<std::optional<double>()>;
    using Set = std::function<void(std::optional<double>)>;
    struct Option {
        QString text;
        QVariant value;
    };

    /// Outside its range a value is refused, as in files.
    MeasureField* addMeasure(const QString& name, const QString& label, Unit unit, Range range, Get get, Set set);
    QComboBox* addChoice(const QString& name, const QString& label, const std::function<std::vector<Option>()>& options,
                         const std::function<QVariant()>& get, const std::function<void(QVariant)>& set);
    /// Words: any are taken.
    EntryField* addText(const QString& name, const QString& label, const std::function<QString()>& get,
                        const std::function<void(QString)>& set);
    /// A line that is read: `read` takes it, or answers with the sentence that refuses it.
    EntryField* addRead(const QString& name, const QString& label, const std::function<QString()>& get,
                        const std::function<QString(QString)>& read);
    /// A day as a maker writes it; its value is an ISO date, empty while it is not said.
    EntryField* addDay(const QString& name, const QString& label, const std::function<std::string()>& get,
                       const std::function<void(std::string)>& set);
    /// The same with its hour: "2026-11-03T08:20".
    EntryField* addMoment(const QString& name, const QString& label, const std::function<std::string()>& get,
                          const std::function<void(std::string)>& set);
    QPushButton* addButton(const QString& name, const QString& text, const std::function<void()>& act);
    struct Button {
        QString name;
        QString text;
        std::function<void()> act;
    };
    /// Short ones beside each other.
    void addButtons(const std::vector<Button>& buttons);
    void addWide(QWidget* widget);
    /// Rows added from here on are folded away behind this word.
    void fold(const QString& word);

    /// Puts the field of the last row beside that of the row before it: one short row of both.
    void joinLastTwo();

    /// Another word before a field.
    void setRowLabel(QWidget* field, const QString& label);

    /// Shows or hides the row of a field; of a folded one only while the fold is open.
    void showRow(QWidget* field, bool shown);

    /// Shows what the book says now.
    virtual void refresh();

    /// Fields that mean nothing while `known` is false are disabled then; buttons that begin something stay.
    void meansNothingUnless(std::function<bool()> known, const QStringList& staying = {});

Q_SIGNALS:
    void refused(const QString& sentence);

private:
    void addRow(const QString& label, QWidget* field);
    /// How a day or an hour is shown (its ISO text, today's) and read (what was typed, today).
    struct WhenWords {
        std::function<QString(const std::string&, const std::string&)> shown;
        std::function<Expected<std::string>(const std::string&, int)> read;
    };
    EntryField* addWhen(const QString& name, const QString& label, const WhenWords& words,
                        const std::function<std::string()>& get, const std::function<void(std::string)>& set);

    Document& document_;
    QGridLayout* grid_;
    std::vector<std::function<void()>> refreshers_;
    std::map<QWidget*, QWidget*> labels_;
    std::vector<QWidget*> fields_; // in the order of their rows
    std::vector<QWidget*> folded_;
    bool folding_ = false;
    bool open_ = false; // the fold
    std::function<bool()> known_;
    QStringList staying_;
    size_t beforeFold_ = 0; // refreshers of the rows before it
    int row_ = 0;
};

} // namespace burl::ui
