// From the mouse to the paint: an edit by dragging until the window has been drawn again.

#include <benchmark/benchmark.h>

#include <algorithm>
#include <chrono>

#include <QApplication>
#include <QImage>
#include <QMouseEvent>
#include <QPainter>

#include "app/document.h"
#include "demo/demo_shop.h"
#include "ui/board/board.h"
#include "ui/window/demo_faces.h"
#include "ui/window/main_window.h"

namespace
{

using namespace burl;

void mouse(QWidget& widget, QEvent::Type type, QPointF at, Qt::MouseButton button)
{
    const Qt::MouseButtons down = type == QEvent::MouseButtonRelease ? Qt::NoButton : Qt::LeftButton;
    QMouseEvent event(type, at, widget.mapToGlobal(at), button, down, Qt::NoModifier);
    QApplication::sendEvent(&widget, &event);
}

/// Budget: 16 ms at the 95th percentile, so that a dragged piece keeps up with the display.
/// The baseline beside it is a plain copy of the window's picture.
void dragIn(benchmark::State& state, Document& document)
{
    document.showJob({static_cast<int>(state.range(0))});
    ui::MainWindow window(document);
    window.resize(1280, 800);
    window.show();
    window.showBench(QStringLiteral("layup"));
    QApplication::processEvents();
    ui::Board& board = window.board();
    QImage target(window.size(), QImage::Format_ARGB32_Premultiplied);
    window.render(&target);
    QPointF at = board.view().toPixel({900.0, 250.0});
    mouse(board, QEvent::MouseButtonPress, at, Qt::LeftButton);
    std::vector<double> ms;
    double direction = 1.0;
    int step = 0;
    for (auto _ : state) {
        if (++step % 24 == 0) {
            direction = -direction;
        }
        at += QPointF(2.0 * direction, 0.0);
        const auto start = std::chrono::steady_clock::now();
        mouse(board, QEvent::MouseMove, at, Qt::NoButton);
        QApplication::sendPostedEvents();
        QApplication::processEvents();
        ms.push_back(std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start).count());
    }
    mouse(board, QEvent::MouseButtonRelease, at, Qt::LeftButton);
    const auto copyStart = std::chrono::steady_clock::now();
    for (int i = 0; i < 20; ++i) {
        QImage copy = target.copy();
        benchmark::DoNotOptimize(copy.bits());
    }
    const double copy_ms =
        std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - copyStart).count() / 20.0;
    std::sort(ms.begin(), ms.end());
    state.counters["p50_ms"] = ms[ms.size() / 2];
    state.counters["p95_ms"] = ms[ms.size() * 95 / 100];
    state.counters["times_a_copy"] = ms[ms.size() / 2] / copy_ms;
}

void dragToPaint(benchmark::State& state)
{
    Document document(demoBook());
    dragIn(state, document);
}
BENCHMARK(dragToPaint)->Arg(1)->Arg(2)->ArgName("job")->Unit(benchmark::kMillisecond)->MinTime(2.0);

/// The same with every face photographed, at 2 mm a pixel.
void dragToPaintPhotos(benchmark::State& state)
{
    ui::PicturedBook shop = ui::withDrawnPictures(demoBook());
    Document document(std::move(shop.book));
    for (const std::string& bytes : shop.pictures) {
        document.keepPicture(bytes);
    }
    dragIn(state, document);
}
BENCHMARK(dragToPaintPhotos)->Arg(1)->Arg(2)->ArgName("job")->Unit(benchmark::kMillisecond)->MinTime(2.0);

/// The light is turned over with every bench seen before. Beside it: all of the window painted once more as it is.
void eveningLight(benchmark::State& state)
{
    Document document(demoBook());
    ui::MainWindow window(document);
    window.resize(1280, 800);
    window.show();
    for (const char* bench : {"yard", "layup", "flat", "fill", "move", "base", "surface", "days"}) {
        window.showBench(QString::fromLatin1(bench));
        QApplication::processEvents();
    }
    auto* light = window.findChild<QAction*>(QStringLiteral("evening"));
    double paint = 0.0;
    double turned = 0.0;
    for (auto _ : state) {
        const auto start = std::chrono::steady_clock::now();
        light->trigger();
        QApplication::processEvents();
        turned += std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
        state.PauseTiming();
        const auto again = std::chrono::steady_clock::now();
        benchmark::DoNotOptimize(window.grab());
        paint += std::chrono::duration<double>(std::chrono::steady_clock::now() - again).count();
        state.ResumeTiming();
    }
    state.counters["over_a_paint"] = turned / paint;
    state.counters["widgets"] = static_cast<double>(QApplication::allWidgets().size());
}
BENCHMARK(eveningLight)->Unit(benchmark::kMillisecond)->Iterations(6);

} // namespace
