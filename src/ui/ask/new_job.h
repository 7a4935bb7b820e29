#pragma once
// What is asked before a job begins: its name, and what kind of top it will be.

#include <optional>

#include <QString>

#include "core/shop/job.h"

class QWidget;

namespace burl::ui
{

struct NewJob {
    QString name;
    TopKind kind = TopKind::Pair;
};
/// Nothing when it is thought better of.
[[nodiscard]] std::optional<NewJob> askNewJob(QWidget* parent);
/// What a kind of top is called.
[[nodiscard]] QString topKindWord(TopKind kind);
inline constexpr TopKind kTopKinds[] = {TopKind::Single, TopKind::Pair, TopKind::Panel, TopKind::River, TopKind::Gap};

} // namespace burl::ui
