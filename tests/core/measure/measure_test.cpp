#include <catch2/catch.hpp>

#include "core/measure/format.h"
#include "core/measure/parse.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

struct Row {
    const char* text;
    double mm;
};

} // namespace

TEST_CASE("a length is read in every workshop spelling", "[measure]")
{
    const Row row = GENERATE(values<Row>({{"2300", 2300.0},
                                          {"2300 mm", 2300.0},
                                          {"2.3 m", 2300.0},
                                          {"2,3 m", 2300.0},
                                          {"230cm", 2300.0},
                                          {"2 700", 2700.0},
                                          {"2\u202f700 mm", 2700.0},
                                          {"7' 6 1/2\"", 90.5 * 25.4},
                                          {"7'6-1/2\"", 90.5 * 25.4},
                                          {"7’ 6½″", 90.5 * 25.4},
                                          {"7 ft 6.5 in", 90.5 * 25.4},
                                          {"7' 6", 90.0 * 25.4},
                                          {"7''", 7.0 * 25.4},
                                          {"90-1/2", 90.5 * 25.4},
                                          {"90 1/2", 90.5 * 25.4},
                                          {"11 9/16", 11.5625 * 25.4},
                                          {"90.5 in", 90.5 * 25.4},
                                          {"90,5\"", 90.5 * 25.4},
                                          {"1/2", 12.7},
                                          {"½\"", 12.7},
                                          {"  15/16 \"", 15.0 / 16.0 * 25.4},
                                          {"2 m 30 cm", 2300.0},
                                          {"-12.5", -12.5},
                                          {"0,125", 0.125},
                                          {"1,234.5", 1234.5},
                                          {"57,1", 57.1}}));
    INFO(row.text);
    const auto read = parseLength_mm(row.text);
    REQUIRE(read.has_value());
    CHECK_THAT(*read, WithinAbs(row.mm, 1e-9));
}

TEST_CASE("a bare number takes the maker's unit, a bare fraction is inches", "[measure]")
{
    CHECK_THAT(parseLength_mm("90", LengthStyle::FractionalInches).value(), WithinAbs(2286.0, 1e-9));
    CHECK_THAT(parseLength_mm("90", LengthStyle::Centimetres).value(), WithinAbs(900.0, 1e-9));
    CHECK_THAT(parseLength_mm("90", LengthStyle::Millimetres).value(), WithinAbs(90.0, 1e-9));
    CHECK_THAT(parseLength_mm("2 1/4", LengthStyle::Centimetres).value(), WithinAbs(57.15, 1e-9));
}

TEST_CASE("what cannot be a length is refused with a sentence", "[measure]")
{
    const auto [text, code] = GENERATE(table<std::string, std::string>({{"", "measure.empty"},
                                                                        {"   ", "measure.empty"},
                                                                        {"abc", "measure.unreadable"},
                                                                        {"12 parsec", "measure.unit"},
                                                                        {"1/0", "measure.unreadable"},
                                                                        {"2,300", "measure.ambiguous"},
                                                                        {"1.2.3", "measure.unreadable"},
                                                                        {"6\" 7'", "measure.unreadable"},
                                                                        {"12 13", "measure.unreadable"},
                                                                        {"1e5", "measure.unit"},
                                                                        {"nan", "measure.unreadable"},
                                                                        {"200 m", "measure.too_large"},
                                                                        {"12 mm !", "measure.unreadable"}}));
    INFO(text);
    const auto read = parseLength_mm(text);
    REQUIRE_FALSE(read.has_value());
    CHECK(read.error().code == code);
    CHECK(read.error().sentence.size() > 10);
}

TEST_CASE("volumes, masses and temperatures", "[measure]")
{
    CHECK_THAT(parseVolume_L("750 ml").value(), WithinAbs(0.75, 1e-12));
    CHECK_THAT(parseVolume_L("1 gal 2 qt").value(), WithinAbs(3.785411784 + 2 * 0.946352946, 1e-9));
    CHECK_THAT(parseVolume_L("2", VolumeStyle::Quarts).value(), WithinAbs(1.892705892, 1e-9));
    CHECK_THAT(parseVolume_L("1.7 fl oz").value(), WithinAbs(1.7 * 0.0295735295625, 1e-12));
    CHECK_THAT(parseVolume_L("2 qt 1 fl oz").value(), WithinAbs(2 * 0.946352946 + 0.0295735295625, 1e-9));
    CHECK_THAT(parseMass_kg("5 lb 3 oz").value(), WithinAbs(5 * 0.45359237 + 3 * 0.028349523125, 1e-12));
    CHECK_THAT(parseMass_kg("450 g").value(), WithinAbs(0.45, 1e-12));
    CHECK_THAT(parseTemperature_degC("70 F").value(), WithinAbs(21.1111111, 1e-6));
    CHECK_THAT(parseTemperature_degC("21 °C").value(), WithinAbs(21.0, 1e-12));
    CHECK_THAT(parseTemperature_degC("-5", TemperatureStyle::Fahrenheit).value(), WithinAbs(-20.5555555, 1e-6));
    CHECK(parseTemperature_degC("900").error().code == "measure.too_large");
}

TEST_CASE("little resin is not shown as none", "[measure]")
{
    UnitChoice choice;
    CHECK(formatQuantity(0.0034, Unit::Volume, choice) == "3.4 mL");
    CHECK(formatQuantity(0.0421, Unit::Volume, choice) == "42 mL");
    CHECK(formatQuantity(0.0998, Unit::Volume, choice) == "0.10 L");
    CHECK(formatQuantity(0.0, Unit::Volume, choice) == "0.00 L");
    choice.volume = VolumeStyle::Gallons;
    CHECK(formatQuantity(0.0295735, Unit::Volume, choice) == "1.0 fl oz");
    CHECK(formatQuantity(3.785411784, Unit::Volume, choice) == "1.00 gal");
}

TEST_CASE("a text made to edit reads back as the same value, or says that it cannot", "[measure]")
{
    UnitChoice choice;
    choice.length = GENERATE(LengthStyle::Millimetres, LengthStyle::Centimetres, LengthStyle::FractionalInches,
                             LengthStyle::FeetAndInches, LengthStyle::DecimalInches);
    choice.inchFraction = GENERATE(8, 16, 32);
    const double mm = GENERATE(0.0, 12.7, 57.1, 2298.7, 2300.0, 3.175, 304.8, 2743.2, 1.5875, -44.45);
    const EditText text = lengthToEdit(mm, choice);
    INFO(text.text);
    const auto back = parseLength_mm(text.text, choice.length);
    REQUIRE(back.has_value());
    if (text.exact) {
        CHECK_THAT(*back, WithinAbs(mm, 0.001));
    } else {
        CHECK(text.text.rfind("≈", 0) == 0);
        CHECK_THAT(*back, WithinAbs(mm, 25.4 / choice.inchFraction / 2 + 1e-9));
    }
}

TEST_CASE("figures are shown as the maker chose", "[measure]")
{
    UnitChoice mm;
    CHECK(formatQuantity(44.63, Unit::Length, mm) == "44.6 mm");
    CHECK(formatQuantity(2699.7, Unit::Length, mm) == "2700 mm");
    CHECK(formatQuantity(-0.01, Unit::Length, mm) == "0.0 mm");
    CHECK(formatQuantity(31.24, Unit::Volume, mm) == "31.2 L");
    UnitChoice inch;
    inch.length = LengthStyle::FractionalInches;
    CHECK(formatQuantity(2300.0, Unit::Length, inch) == "90-9/16 in");
    CHECK(formatQuantity(25.4, Unit::Length, inch) == "1 in");
    inch.inchFraction = 32;
    CHECK(formatQuantity(90.53125 * 25.4, Unit::Length, inch) == "90-17/32 in");
    inch.length = LengthStyle::FeetAndInches;
    CHECK(formatQuantity(90.5 * 25.4, Unit::Length, inch) == "7' 6 1/2\"");
    CHECK(formatQuantity(72.0 * 25.4, Unit::Length, inch) == "6'");
}

TEST_CASE("a small length is never rounded away to a coarse fraction", "[measure]")
{
    // 10.6 mm is 0.417 in; the nearest sixteenth, 7/16, would be half a millimetre out.
    UnitChoice inch;
    inch.length = LengthStyle::FractionalInches;
    CHECK(formatQuantity(10.6, Unit::Length, inch) == "0.417 in");
    CHECK(formatQuantity(0.6, Unit::Length, inch) == "0.024 in");
    CHECK(formatQuantity(12.7, Unit::Length, inch) == "1/2 in");
}

TEST_CASE("what is not finite is said, never printed as a number", "[measure]")
{
    CHECK(formatQuantity(std::nan(""), Unit::Length, {}) == "not known");
    CHECK(formatQuantity(HUGE_VAL, Unit::Mass, {}) == "not known");
}
