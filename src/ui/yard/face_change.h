#pragma once
// A face gets another outline, from a photo or a drawing: what was known of the old one is asked about once, with both
// outlines shown.

#include <optional>

#include "core/shop/slab.h"

class QWidget;

namespace burl::ui
{

/// What of the old stays.
struct OldKept {
    bool features = true;  // drawn on this face
    bool heights = true;   // read on this face
    bool otherFace = true; // the underside that was taped or drawn; without it it follows the new top face
};

/// Asks when there is something to ask about; nothing when the maker went back.
[[nodiscard]] std::optional<OldKept> askWhatStays(QWidget* parent, const Slab& before, Face face, const Ring& fresh);

/// Takes away what does not stay.
void forgetOld(Slab& slab, Face face, const OldKept& kept);

} // namespace burl::ui
