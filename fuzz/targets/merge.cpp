#include "exchange/merge.h"
#include "demo/demo_shop.h"
#include "exchange/job_file.h"
#include "law.h"

// A job file taken into a book changes nothing that is there, and what comes in says the same as in the file.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    static const Book book = demoBook();
    const auto file = readJobFile(fuzz::text(data, size));
    if (!file) {
        fuzz::spoken(file.error());
        return 0;
    }
    const Merged merged = mergedInto(book, *file);
    for (const auto& job : book.jobs) {
        const Job* same = merged.book.job(job->id);
        fuzz::law(same != nullptr && *same == *job, "the book's jobs stay");
    }
    for (const auto& slab : book.shop->slabs) {
        const Slab* same = merged.book.shop->slab(slab->id);
        fuzz::law(same != nullptr && *same == *slab, "the book's slabs stay");
    }
    const Job* job = merged.book.job(merged.job);
    fuzz::law(job != nullptr && job->layup.pieces.size() == file->job.layup.pieces.size(), "its pieces came along");
    for (std::size_t i = 0; i < job->layup.pieces.size(); ++i) {
        const Slab* theirs = file->shop.slab(file->job.layup.pieces[i].slab);
        const Slab* ours = merged.book.shop->slab(job->layup.pieces[i].slab);
        fuzz::law((theirs == nullptr) == (ours == nullptr), "no piece finds or loses its slab");
        fuzz::law(theirs == nullptr || (ours->name == theirs->name && ours->top == theirs->top), "its slab is the same");
    }
    fuzz::law(readJobFile(writeJobFile(*job, *merged.book.shop)).has_value(), "what came in can be handed out");
    return 0;
}
