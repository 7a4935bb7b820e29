// Work beside the interface: the newest wins, it is stopped, and nothing answers from the dead.

#include <catch2/catch.hpp>

#include <atomic>
#include <thread>

#include <QBuffer>
#include <QImage>
#include <QSignalSpy>
#include <QTest>

#include "app/picture_reading.h"
#include "app/slow_answer.h"

using namespace burl;

namespace
{

bool until(const std::function<bool()>& there)
{
    for (int i = 0; i < 3000 && !there(); ++i) {
        QTest::qWait(10);
    }
    return there();
}

/// Doubles a number; negative ones take until they are stopped.
class Doubling : public SlowAnswer<int, int>
{
public:
    using SlowAnswer::SlowAnswer;
    ~Doubling() override { finish(); }
    mutable std::atomic<int> begun = 0;
    mutable std::atomic<int> left = 0;

protected:
    [[nodiscard]] int work(const int& question, const std::function<bool(double)>& goOn) const override
    {
        ++begun;
        while (question < 0 && goOn(0.5)) {
            std::this_thread::sleep_for(std::chrono::milliseconds(1));
        }
        ++left;
        return 2 * question;
    }
};

std::string png(Qt::GlobalColor colour)
{
    QImage image(64, 48, QImage::Format_RGB32);
    image.fill(colour);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    REQUIRE(image.save(&buffer, "PNG"));
    return bytes.toStdString();
}

} // namespace

TEST_CASE("a question is answered once, and the same is not worked on again", "[app][run]")
{
    Doubling run;
    QSignalSpy answered(&run, &BackgroundRun::answered);
    CHECK(run.answerTo(21) == nullptr);
    run.ask(21);
    CHECK(run.busy());
    REQUIRE(until([&] { return run.answerTo(21) != nullptr; }));
    CHECK(*run.answerTo(21) == 42);
    CHECK_FALSE(run.busy());
    run.ask(21);
    QTest::qWait(30);
    CHECK(run.begun == 1);
    CHECK(answered.count() == 1);
    CHECK(run.answerTo(20) == nullptr); // it answers what it was asked, nothing else
}

TEST_CASE("the newest question wins, and the older one comes to its end", "[app][run]")
{
    Doubling run;
    QSignalSpy answered(&run, &BackgroundRun::answered);
    run.ask(-1); // never by itself
    REQUIRE(until([&] { return run.begun == 1; }));
    run.ask(5);
    REQUIRE(until([&] { return run.answerTo(5) != nullptr; }));
    CHECK(*run.answerTo(5) == 10);
    REQUIRE(until([&] { return run.left == 2; }));
    QTest::qWait(30);
    CHECK(run.answerTo(-1) == nullptr);
    CHECK(answered.count() == 1);
}

TEST_CASE("a run that is stopped does not answer, and may be asked again", "[app][run]")
{
    Doubling run;
    QSignalSpy answered(&run, &BackgroundRun::answered);
    QSignalSpy progressed(&run, &BackgroundRun::progressed);
    run.ask(-3);
    REQUIRE(until([&] { return progressed.count() > 0; }));
    CHECK(progressed.first().at(0).toDouble() == 0.5);
    run.stop();
    REQUIRE(until([&] { return !run.busy(); }));
    CHECK(answered.count() == 0);
    CHECK(run.answerTo(-3) == nullptr);
    run.ask(-3);
    REQUIRE(until([&] { return run.begun == 2; }));
    run.stop();
    REQUIRE(until([&] { return run.left == 2; }));
}

TEST_CASE("what is destroyed while it works waits for its work and answers nobody", "[app][run]")
{
    for (int i = 0; i < 20; ++i) {
        auto run = std::make_unique<Doubling>();
        run->ask(i % 2 == 0 ? -1 : 7);
        if (i % 3 == 0) {
            run->ask(8);
        }
        run.reset();
        QCoreApplication::processEvents();
    }
    SUCCEED();
}

TEST_CASE("a picture is decoded beside the window; the last one asked for is shown", "[app][run]")
{
    PictureReading reading;
    QSignalSpy opened(&reading, &PictureReading::opened);
    QSignalSpy failed(&reading, &PictureReading::failed);
    reading.open(png(Qt::red));
    reading.open(png(Qt::blue));
    CHECK(opened.count() == 0); // not on this thread
    REQUIRE(until([&] { return opened.count() > 0; }));
    QTest::qWait(30);
    REQUIRE(opened.count() == 1);
    const QImage shown = opened.first().at(0).value<QImage>();
    CHECK(shown.size() == QSize(64, 48));
    CHECK(shown.pixelColor(5, 5) == QColor(Qt::blue));
    CHECK(failed.count() == 0);
}

TEST_CASE("a picture larger than any screen is made smaller where it is decoded", "[app][run]")
{
    QImage large(6000, 1500, QImage::Format_RGB32);
    large.fill(Qt::darkGreen);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    REQUIRE(large.save(&buffer, "PNG"));
    PictureReading reading;
    QSignalSpy opened(&reading, &PictureReading::opened);
    reading.open(bytes.toStdString());
    REQUIRE(until([&] { return opened.count() == 1; }));
    const QImage shown = opened.first().at(0).value<QImage>();
    CHECK(shown.size() == QSize(PictureReading::kLongest_px, PictureReading::kLongest_px / 4));
    CHECK(shown.pixelColor(100, 100) == QColor(Qt::darkGreen));
}

TEST_CASE("bytes that are no picture say so in a sentence", "[app][run]")
{
    PictureReading reading;
    QSignalSpy failed(&reading, &PictureReading::failed);
    for (const std::string& bytes : {std::string(), std::string("no picture"), png(Qt::red).substr(0, 60)}) {
        failed.clear();
        reading.open(bytes);
        REQUIRE(until([&] { return failed.count() == 1; }));
        CHECK(failed.first().at(0).toString().contains(QStringLiteral("cannot be read")));
    }
}
