#pragma once
// The choices of a layup: kind, measures, pieces with their poses; folded away outline, rods, what offers
// are sought by.

#include <vector>

#include "ui/ledger/choices_form.h"

namespace burl::ui
{

/// What a template is of that the layup hands out.
enum class TemplateOf { Joints, Outline, Halves };

class LayupForm : public ChoicesForm
{
    Q_OBJECT

public:
    LayupForm(Document& document, QWidget* parent);
    /// Shows what the book says now, and as many pieces as the kind of top has.
    void refresh() override;

Q_SIGNALS:
    void templateWanted(burl::ui::TemplateOf of);

private:
    void addOutline();
    void addCurves();
    void addWay();
    void addPiece(size_t i, const QString& key, const QString& which);
    void addWishes();

    struct PieceChoice {
        QComboBox* slab = nullptr;
        QComboBox* pose = nullptr;
        MeasureField* turn = nullptr; // of what may be an island
    };
    Document& document_;
    std::vector<PieceChoice> pieces_; // in their order in the top
    // Shown only where they mean something.
    MeasureField* endWidth_ = nullptr;
    MeasureField* corner_ = nullptr;
    std::vector<QPushButton*> rounds_;
    std::vector<MeasureField*> tools_;
    QPushButton* outlineTemplate_ = nullptr;
    QPushButton* halvesTemplate_ = nullptr;
    QPushButton* curveAlong_ = nullptr;
    QPushButton* straighten_ = nullptr;
    QPushButton* jointTemplate_ = nullptr;
};

} // namespace burl::ui
