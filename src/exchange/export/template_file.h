#pragma once
// A shop template as a drawing at true scale, for a cutting machine or another drawing program.
// Layers (DXF) and classes (SVG): template, guide, marks.   Units: mm, said in the file.

#include <string>

#include "core/layup/shop_template.h"

namespace burl
{

[[nodiscard]] std::string templateSvg(const ShopTemplate& shape);
/// Errors: "export.write" when there is no place to write.
[[nodiscard]] Expected<std::string> templateDxf(const ShopTemplate& shape);

} // namespace burl
