#include "ui/look/word_list.h"

#include <QRegularExpression>

namespace burl::ui
{

int WordList::rowOf(const QString& typed) const
{
    const auto text = [this](int row) { return model()->index(row, modelColumn()).data().toString(); };
    const int rows = model()->rowCount();
    for (int row = 0; row < rows; ++row) {
        if (text(row).startsWith(typed, Qt::CaseInsensitive)) {
            return row;
        }
    }
    const QRegularExpression word(QStringLiteral("\\b") + QRegularExpression::escape(typed),
                                  QRegularExpression::CaseInsensitiveOption |
                                      QRegularExpression::UseUnicodePropertiesOption);
    for (int row = 0; row < rows; ++row) {
        if (text(row).contains(word)) {
            return row;
        }
    }
    return -1;
}

void WordList::keyboardSearch(const QString& letters)
{
    constexpr int kPause_ms = 1000; // of a hand in a glove
    if (typed_.isEmpty() || currentIndex().row() != found_ || since_.elapsed() > kPause_ms) {
        typed_.clear();
        before_ = currentIndex().row();
    }
    since_.start();
    typed_ += letters;
    const int row = rowOf(typed_);
    found_ = row >= 0 ? row : before_;
    setCurrentIndex(model()->index(found_, modelColumn()));
}

} // namespace burl::ui
