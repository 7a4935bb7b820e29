#pragma once
// The choices of a layup: kind, measures, pieces with their poses; folded away outline, rods, what offers
// are sought by.

#include <vector>

#include "ui/ledger/choices_form.h"

namespace burl::ui
{

class LayupForm : public ChoicesForm
{
    Q_OBJECT

public:
    LayupForm(Document& document, QWidget* parent);
    /// Shows what the book says now, and as many pieces as the kind of top has.
    void refresh();

private:
    void addPiece(size_t i, const QString& key, const QString& which);
    void addWishes();

    struct PieceChoice {
        QComboBox* slab = nullptr;
        QComboBox* pose = nullptr;
    };
    Document& document_;
    std::vector<PieceChoice> pieces_; // in their order in the top
};

} // namespace burl::ui
