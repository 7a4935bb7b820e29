#pragma once
// The scene of the table put together beside the window.

#include <map>
#include <string>

#include "app/background_run.h"
#include "app/document.h"
#include "scene/table_scene.h"

namespace burl
{

class SceneRun : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;
    ~SceneRun() override { finish(); }

    /// Of the job that is open; made() follows. REQUIRES: canBeSeen
    void make(const Document& document, const SceneChoices& choices);
    /// Whether there is a top and a height to show it at.
    [[nodiscard]] static bool canBeSeen(const Document& document);

Q_SIGNALS:
    void made(std::shared_ptr<const burl::TableScene> scene);
};

} // namespace burl
