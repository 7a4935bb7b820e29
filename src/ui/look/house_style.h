#pragma once
// How the program's widgets look and how large they are: one style in code, so that another light repaints and reckons
// nothing anew.

#include <QProxyStyle>

namespace burl::ui
{

/// Whether a widget was given this word of `looking`.
[[nodiscard]] bool looks(const QWidget* widget, const char* word);

class HouseStyle : public QProxyStyle
{
    Q_OBJECT

public:
    HouseStyle();

    using QProxyStyle::polish;
    void polish(QWidget* widget) override;

    [[nodiscard]] int pixelMetric(PixelMetric metric, const QStyleOption* option, const QWidget* widget) const override;
    [[nodiscard]] int styleHint(StyleHint hint, const QStyleOption* option, const QWidget* widget,
                                QStyleHintReturn* more) const override;
    [[nodiscard]] QRect subElementRect(SubElement element, const QStyleOption* option,
                                       const QWidget* widget) const override;
    [[nodiscard]] QRect subControlRect(ComplexControl control, const QStyleOptionComplex* option, SubControl part,
                                       const QWidget* widget) const override;
    [[nodiscard]] QSize sizeFromContents(ContentsType type, const QStyleOption* option, const QSize& contents,
                                         const QWidget* widget) const override;

    void drawPrimitive(PrimitiveElement element, const QStyleOption* option, QPainter* painter,
                       const QWidget* widget) const override;
    void drawControl(ControlElement element, const QStyleOption* option, QPainter* painter,
                     const QWidget* widget) const override;
    void drawComplexControl(ComplexControl control, const QStyleOptionComplex* option, QPainter* painter,
                            const QWidget* widget) const override;

private:
    [[nodiscard]] QRect scrollPart(const QStyleOptionComplex* option, SubControl part) const;
};

} // namespace burl::ui
