#include "drawing/tr.h"

#include <QCoreApplication>

namespace burl
{

QString drawing::tr(const char* text)
{
    return QCoreApplication::translate("Drawing", text);
}

} // namespace burl
