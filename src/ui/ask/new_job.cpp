#include "ui/ask/new_job.h"

#include <QCoreApplication>
#include <QDialog>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QPushButton>

#include "ui/look/choice_box.h"
#include "ui/look/theme.h"

namespace burl::ui
{

QString topKindWord(TopKind kind)
{
    const auto word = [](const char* text) { return QCoreApplication::translate("burl::ui::NewJob", text); };
    switch (kind) {
    case TopKind::Single:
        return word("single slab");
    case TopKind::Pair:
        return word("joined pair");
    case TopKind::Panel:
        return word("three to five joined");
    case TopKind::River:
        return word("river");
    case TopKind::Gap:
        return word("open gap with rods");
    }
    return {};
}

std::optional<NewJob> askNewJob(QWidget* parent)
{
    const auto word = [](const char* text) { return QCoreApplication::translate("burl::ui::NewJob", text); };
    QDialog dialog(parent);
    named(&dialog, QStringLiteral("newJob"), word("New job"));
    dialog.setWindowTitle(word("New job"));
    auto* form = new QFormLayout(&dialog);
    auto* name =
        named(new QLineEdit(word("New table"), &dialog), QStringLiteral("newJobName"), word("What is it called?"));
    name->selectAll();
    form->addRow(word("What is it called?"), name);
    auto* kind = named(new ChoiceBox(&dialog), QStringLiteral("newJobKind"), word("Kind of top"));
    for (const TopKind k : kTopKinds) {
        kind->addItem(topKindWord(k), static_cast<int>(k));
    }
    kind->setCurrentIndex(kind->findData(static_cast<int>(NewJob{}.kind)));
    kind->setToolTip(word("It can be changed at any time, on Layup."));
    form->addRow(word("Kind of top"), kind);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    buttons->button(QDialogButtonBox::Ok)->setText(word("begin"));
    form->addRow(buttons);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    name->setFocus();
    if (dialog.exec() != QDialog::Accepted || name->text().trimmed().isEmpty()) {
        return std::nullopt;
    }
    return NewJob{name->text().trimmed(), static_cast<TopKind>(kind->currentData().toInt())};
}

} // namespace burl::ui
