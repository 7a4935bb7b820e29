#pragma once
// What is written on a slab's card, row by row: the first few, and the rest that is folded away.

#include <functional>

#include <QCoreApplication>

#include "app/document.h"

namespace burl::ui
{

class ChoicesForm;

class SlabForm
{
    Q_DECLARE_TR_FUNCTIONS(SlabForm)

public:
    /// `id` tells the slab whose card it is at the time.
    SlabForm(ChoicesForm& form, Document& document, std::function<SlabId()> id)
        : form_(form), document_(document), id_(std::move(id))
    {
    }
    void addFirst() const;
    void addRest() const;
    void addPrice() const;

private:
    ChoicesForm& form_;
    Document& document_;
    std::function<SlabId()> id_;
};

} // namespace burl::ui
