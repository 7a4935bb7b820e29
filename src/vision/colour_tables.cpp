#include "vision/colour_tables.h"

#include <future>

#include <opencv2/imgproc.hpp>

namespace burl
{

void beginColourTables()
{
    static const std::shared_future<void> made = std::async(std::launch::async, [] {
        const cv::Mat dot(1, 1, CV_8UC3, cv::Scalar(1, 2, 3));
        cv::Mat lab;
        cv::cvtColor(dot, lab, cv::COLOR_BGR2Lab);
    });
}

} // namespace burl
