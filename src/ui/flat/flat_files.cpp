// G-code that the Flat bench hands out.

#include <QFileInfo>

#include "core/flatten/face_gcode.h"
#include "core/router/gcode.h"
#include "ui/ask/ask_file.h"
#include "ui/ask/files.h"
#include "ui/flat/flat_bench.h"
#include "ui/flat/gcode_window.h"
#include "ui/flat/pass_strip.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"

namespace burl::ui
{

const FacePasses* FlatBench::shownFace() const
{
    if (!hasTop() || selected_ >= document_.plan()->flatten->pieces.size() ||
        document_.plan()->flatten->pieces[selected_].missing) {
        return nullptr;
    }
    const FlattenedPiece& piece = document_.plan()->flatten->pieces[selected_];
    return topFaceShown(selected_) ? &piece.top : &piece.bottom;
}

QString FlatBench::gcodeWritten(const QString& path, bool inches, int milling)
{
    const FacePasses* face = shownFace();
    if (face == nullptr) {
        return tr("Nothing is known of this face yet: read its heights in the Yard first.");
    }
    GcodeInput in = gcodeInputOf(document_.job()->flatten, document_.plan()->flatten->pieces[selected_],
                                 document_.plan()->layup->pieces[selected_], topFaceShown(selected_));
    in.settings.inches = inches;
    in.settings.milling = milling;
    const auto text = surfacingGcode(in);
    if (!text) {
        return fromCore(text.error().sentence);
    }
    return written(path, QByteArray::fromStdString(*text),
                   tr("The G-code of %1 is in %2.").arg(fromCore(in.title), path));
}

void FlatBench::writeGcode()
{
    const FacePasses* face = shownFace();
    const QString name = face != nullptr ? fromCore(document_.plan()->flatten->pieces[selected_].name) : QString();
    const QString path = askWhereTo(
        form_->window(),
        {QStringLiteral("gcode"), tr("Passes of the shown face as G-code"), tr("G-code (*.nc *.ngc *.gcode)")},
        QStringLiteral("%1.nc").arg(name));
    if (path.isEmpty()) {
        return;
    }
    const FlattenMethod& m = document_.job()->flatten.method;
    Q_EMIT message(gcodeWritten(path, isInches(units().length), strip_->milling()));
    if (face != nullptr && QFileInfo::exists(path)) {
        const GcodeInput in = gcodeInputOf(document_.job()->flatten, document_.plan()->flatten->pieces[selected_],
                                           document_.plan()->layup->pieces[selected_], topFaceShown(selected_));
        auto* window =
            new GcodeWindow(path, stockBox(in), face->most_mm, m.runoff_mm + m.bit_mm, m.feed_mm_min, form_->window());
        window->setAttribute(Qt::WA_DeleteOnClose);
        window->show();
    }
}

} // namespace burl::ui
