#include "exchange/export/template_file.h"

#include <iomanip>
#include <locale>
#include <sstream>

#include <pugixml.hpp>

namespace burl
{
namespace
{

constexpr double kRim_mm = 10.0; // round the drawing

/// Numbers with a decimal point whatever the machine's language.
std::string number(double v)
{
    std::ostringstream out;
    out.imbue(std::locale::classic());
    out << std::fixed << std::setprecision(4) << v;
    return out.str();
}

class SvgPage
{
public:
    explicit SvgPage(const Box& box)
        : box_{box.left - kRim_mm, box.bottom - kRim_mm, box.right + kRim_mm, box.top + kRim_mm}
    {
        svg_ = document_.append_child("svg");
        svg_.append_attribute("xmlns") = "http://www.w3.org/2000/svg";
        svg_.append_attribute("width") = (number(box_.width()) + "mm").c_str();
        svg_.append_attribute("height") = (number(box_.height()) + "mm").c_str();
        svg_.append_attribute("viewBox") = ("0 0 " + number(box_.width()) + " " + number(box_.height())).c_str();
    }

    void title(const std::string& words) { svg_.append_child("title").text().set(words.c_str()); }

    void line(const std::vector<Vec2>& points, bool closed, const char* name, const char* colour)
    {
        std::string path;
        for (const Vec2 p : points) {
            path += (path.empty() ? "M" : " L") + at(p);
        }
        pugi::xml_node node = svg_.append_child("path");
        node.append_attribute("class") = name;
        node.append_attribute("d") = (path + (closed ? " Z" : "")).c_str();
        node.append_attribute("fill") = "none";
        node.append_attribute("stroke") = colour;
        node.append_attribute("stroke-width") = "0.2";
    }

    void words(Vec2 place, const std::string& text)
    {
        pugi::xml_node node = svg_.append_child("text");
        node.append_attribute("class") = "marks";
        node.append_attribute("x") = number(place.x - box_.left).c_str();
        node.append_attribute("y") = number(box_.top - place.y).c_str();
        node.append_attribute("font-size") = "8";
        node.append_attribute("font-family") = "sans-serif";
        node.text().set(text.c_str());
    }

    [[nodiscard]] std::string text() const
    {
        std::ostringstream out;
        document_.save(out, "  ");
        return out.str();
    }

private:
    [[nodiscard]] std::string at(Vec2 p) const { return number(p.x - box_.left) + " " + number(box_.top - p.y); }

    Box box_;
    pugi::xml_document document_;
    pugi::xml_node svg_;
};

} // namespace

std::string templateSvg(const ShopTemplate& shape)
{
    const Box box = boundsOf(shape.outline);
    SvgPage page(box);
    page.title(shape.title);
    page.line(shape.outline, true, "template", "#000000");
    if (!shape.guide.empty()) {
        page.line(shape.guide, false, "guide", "#a04020");
    }
    for (const TemplateMark& mark : shape.marks) {
        page.line({mark.from, mark.to}, false, "marks", "#404040");
        if (!mark.label.empty()) {
            page.words(mark.to + Vec2{3.0, 3.0}, mark.label);
        }
    }
    page.words({box.left + 12.0, box.top - 16.0}, shape.title);
    return page.text();
}

} // namespace burl
