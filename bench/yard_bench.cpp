// A full yard: opening, searching and sorting a thousand slabs; photos traced; a scan parted; what three
// hundred photographed slabs take of memory.

#include <benchmark/benchmark.h>

#include <sys/resource.h>

#include <chrono>
#include <fstream>
#include <iterator>
#include <random>

#include <QApplication>
#include <QBuffer>
#include <QImage>
#include <QLineEdit>
#include <QScrollBar>

#include "core/shop/edit.h"
#include "core/yard/search.h"
#include "demo/demo_shop.h"
#include "demo/sawn_log.h"
#include "exchange/import/imported.h"
#include "photo/photo.h"
#include "ui/window/demo_faces.h"
#include "ui/window/main_window.h"
#include "ui/window/rack.h"

namespace
{

using namespace burl;

double secondsOf(const std::function<void()>& work)
{
    const auto start = std::chrono::steady_clock::now();
    work();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
}

std::string bytesOf(const std::string& name)
{
    std::ifstream in(std::string(BURL_TEST_DATA) + "/reference/slabs/" + name, std::ios::binary);
    return {std::istreambuf_iterator<char>(in), {}};
}

/// The demo shop's slabs over and over under new names and logs.
Book yardOf(int slabs)
{
    const Book demo = demoBook();
    Shop shop = *demo.shop;
    const auto originals = shop.slabs;
    for (int i = static_cast<int>(originals.size()); i < slabs; ++i) {
        Slab slab = *originals[static_cast<size_t>(i) % originals.size()];
        slab.id = {i + 100};
        slab.name += "-" + std::to_string(i);
        shop.slabs.push_back(std::make_shared<const Slab>(std::move(slab)));
    }
    Book book = demo;
    book.shop = std::make_shared<const Shop>(std::move(shop));
    return book;
}

/// Beside it: reading every slab's words once, with nothing sought.
void searchThousand(benchmark::State& state)
{
    const Book book = yardOf(static_cast<int>(state.range(0)));
    size_t found = 0;
    for (auto _ : state) {
        found = 0;
        for (const auto& slab : book.shop->slabs) {
            found += matchesWords(*slab, *book.shop, "maple door") ? 1U : 0U;
        }
        benchmark::DoNotOptimize(inOrder(book.shop->slabs, YardOrder::Widest));
    }
    state.counters["found"] = static_cast<double>(found);
}
BENCHMARK(searchThousand)->Arg(1000)->ArgName("slabs")->Unit(benchmark::kMillisecond);

/// Budget: a keystroke in the finder is shown within 50 ms, a turn of the wheel within 16 ms.
void openAndSearchYard(benchmark::State& state)
{
    for (auto _ : state) {
        const Book book = yardOf(static_cast<int>(state.range(0)));
        Document document(book);
        double open = 0.0;
        std::unique_ptr<ui::MainWindow> window;
        open = secondsOf([&] {
            window = std::make_unique<ui::MainWindow>(document);
            window->show();
            window->showBench(QStringLiteral("yard"));
            QApplication::processEvents();
        });
        auto* words = window->findChild<QLineEdit*>(QStringLiteral("rackWords"));
        auto* rack = window->findChild<ui::Rack*>(QStringLiteral("rack"));
        double slowest = 0.0;
        for (const QString& typed : {QStringLiteral("m"), QStringLiteral("ma"), QStringLiteral("map"), QString()}) {
            slowest = std::max(slowest, secondsOf([&] {
                                   words->setText(typed);
                                   QApplication::processEvents();
                               }));
        }
        std::vector<double> turns;
        for (int i = 0; i < 100; ++i) {
            turns.push_back(secondsOf([&] {
                rack->verticalScrollBar()->setValue(rack->verticalScrollBar()->value() + 60);
                QApplication::processEvents();
            }));
        }
        std::sort(turns.begin(), turns.end());
        state.counters["open_ms"] = 1e3 * open;
        state.counters["keystroke_ms"] = 1e3 * slowest;
        state.counters["scroll_p95_ms"] = 1e3 * turns[95];
    }
}
BENCHMARK(openAndSearchYard)->Arg(20)->Arg(1000)->ArgName("slabs")->Unit(benchmark::kMillisecond)->Iterations(1);

/// Budget: 12 megapixels in 2 s. The ratio is to decoding the picture alone.
void traceTwelveMegapixels(benchmark::State& state)
{
    // The picture enlarged to what a camera of today makes.
    QImage picture = QImage::fromData(QByteArray::fromStdString(bytesOf("ombrel_03/photo.jpg")));
    picture = picture.scaledToWidth(picture.width() > picture.height() ? 4000 : 3000, Qt::SmoothTransformation);
    QByteArray enlarged;
    QBuffer buffer(&enlarged);
    buffer.open(QIODevice::WriteOnly);
    picture.save(&buffer, "JPEG", 92);
    const std::string bytes = enlarged.toStdString();
    double decode = 0.0;
    double megapixels = 0.0;
    for (auto _ : state) {
        auto photo = readPhoto(bytes);
        if (!photo) {
            state.SkipWithError("the picture is missing");
            return;
        }
        megapixels = photo->pixels.width * photo->pixels.height / 1e6;
        PhotoChoices choices;
        choices.width_mm = 2100.0;
        choices.height_mm = 1050.0;
        const auto setting = setPhoto(*photo, choices);
        if (!setting || !tracePhoto(*photo, *setting)) {
            state.SkipWithError("not traced");
            return;
        }
        decode = secondsOf([&] { benchmark::DoNotOptimize(readPhoto(bytes)); });
    }
    state.counters["megapixels"] = megapixels;
    state.counters["decode_ms"] = 1e3 * decode;
}
BENCHMARK(traceTwelveMegapixels)->Unit(benchmark::kMillisecond)->Iterations(3);

/// Budget: 200,000 points in 1 s. The baseline only reads the numbers.
void partScan(benchmark::State& state)
{
    const std::string bytes = bytesOf(state.range(0) == 0 ? "ombrel_04/scan.ply" : "ombrel_04/scan_binary.ply");
    double seconds = 0.0;
    for (auto _ : state) {
        seconds = secondsOf([&] {
            const auto in = importBytes(bytes, "scan.ply");
            if (!in || !in->topOutline) {
                state.SkipWithError("not parted");
            }
        });
    }
    const double read = secondsOf([&] {
        double sum = 0.0;
        const char* at = bytes.data();
        while (at < bytes.data() + bytes.size()) {
            char* end = nullptr;
            sum += std::strtod(at, &end);
            at = end > at ? end : at + 1;
        }
        benchmark::DoNotOptimize(sum);
    });
    state.counters["times_reading"] = seconds / read;
}
BENCHMARK(partScan)->Arg(0)->Arg(1)->ArgName("binary")->Unit(benchmark::kMillisecond)->Iterations(3);

/// Budget: 400 MB with 300 photographed slabs, all of them looked at.
void memoryOfPhotographedYard(benchmark::State& state)
{
    for (auto _ : state) {
        const Book book = yardOf(static_cast<int>(state.range(0)));
        ui::PicturedBook shop = ui::withDrawnPictures(book, 1.0);
        Document document(shop.book);
        for (const std::string& picture : shop.pictures) {
            (void)document.keepPicture(picture);
        }
        shop = {};
        ui::MainWindow window(document);
        window.show();
        window.showBench(QStringLiteral("yard"));
        auto* rack = window.findChild<ui::Rack*>(QStringLiteral("rack"));
        for (int i = 0; i < rack->count(); ++i) {
            rack->setCurrentRow(i);
            QApplication::processEvents();
        }
        rusage usage{};
        getrusage(RUSAGE_SELF, &usage);
        state.counters["peak_MB"] = static_cast<double>(usage.ru_maxrss) / 1024.0;
    }
}
BENCHMARK(memoryOfPhotographedYard)->Arg(300)->ArgName("slabs")->Unit(benchmark::kMillisecond)->Iterations(1);

} // namespace
