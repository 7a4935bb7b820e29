#include "exchange/job_file.h"

#include <algorithm>
#include <set>

#include "core/cure/calibrate.h"
#include "core/flatten/flatten_plan.h"
#include "core/measure/text.h"
#include "core/router/methods.h"
#include "exchange/json/codec.h"
#include "exchange/json/document.h"
#include "exchange/json/position.h"
#include "exchange/materials.h"

namespace burl
{
namespace
{

constexpr std::string_view kFormat = "young-burl-job";

template <typename T> void replaceOrAdd(std::vector<T>& list, T item)
{
    for (T& old : list) {
        if (old.id == item.id) {
            old = std::move(item);
            return;
        }
    }
    list.push_back(std::move(item));
}

} // namespace

namespace
{

/// A product is made from a class that ships.
void addProduct(Shop& shop, ResinClass product, JsonReader& r)
{
    const ResinClass* like = shop.resin(product.basedOn);
    const ResinClass* same = shop.resin(product.id);
    if (like == nullptr || like->isOwn()) {
        r.note("based_on", "no class of resin is called \"" + JsonReader::shortened(product.basedOn) + "\"");
    } else if (same != nullptr && !same->isOwn()) {
        r.note("id", "this is the name of a class that ships; another is wanted");
    } else {
        replaceOrAdd(shop.resins, productOf(std::move(product), shop.resins));
    }
}

/// Resins and methods that are not among those of the shop: what hangs on them falls back to the rule.
void noteIds(JobFile& file, std::string_view text)
{
    const auto line = [&](const std::string& pointer) {
        return "line " + std::to_string(lineOfPointer(text, pointer)) + ", " + pointer + ": ";
    };
    const auto& overrules = file.job.fill.overrules;
    for (size_t i = 0; i < overrules.size(); ++i) {
        if (file.shop.resin(overrules[i].resin) == nullptr) {
            file.notes.push_back(line("/job/fill/overrules/" + std::to_string(i) + "/resin") + "the resin \"" +
                                 shownText(overrules[i].resin) + "\" is not known; the rule chooses instead.");
        }
    }
    const std::string& method = file.job.flatten.method.id;
    const auto& methods = flattenMethods();
    if (!method.empty() &&
        std::none_of(methods.begin(), methods.end(), [&](const FlattenMethod& m) { return m.id == method; })) {
        file.notes.push_back(line("/job/flatten/method/id") + "the method \"" + shownText(method) +
                             "\" is not known; its numbers are taken as they stand.");
    }
}

} // namespace

Expected<JobFile> readJobFile(std::string_view text)
{
    if (text.substr(0, 3) == "\xEF\xBB\xBF") {
        text.remove_prefix(3);
    }
    const auto root = parseDocument(text, kFormat, kJobFileVersion, "a Young Burl job", "jobfile");
    if (!root) {
        return tl::unexpected(root.error());
    }
    std::optional<JsonMiss> miss;
    JsonAsked asked;
    JsonReader reader(*root, "", miss, &asked);
    (void)reader.has("format");
    (void)reader.has("version");
    JobFile file;
    file.shop = standardShop();
    reader.each("species", counts::kRecords,
                [&](JsonReader r) { replaceOrAdd(file.shop.species, withUsualStiffness(speciesFrom(r))); });
    reader.each("climates", counts::kRecords, [&](JsonReader r) { replaceOrAdd(file.shop.climates, climateFrom(r)); });
    reader.each("sections", counts::kRecords, [&](JsonReader r) { replaceOrAdd(file.shop.sections, sectionFrom(r)); });
    reader.each("resins", counts::kRecords, [&](JsonReader r) { addProduct(file.shop, productFrom(r), r); });
    reader.inside("habits", [&](JsonReader r) { file.shop.habits = habitsFrom(r); });
    std::set<LogId> logIds;
    reader.each("logs", counts::kSlabs, [&](JsonReader r) {
        file.shop.logs.push_back(logFrom(r));
        const LogId id = file.shop.logs.back().id;
        if (!logIds.insert(id).second) {
            r.note("id", "two logs have the id " + std::to_string(id.value));
        }
    });
    std::set<SlabId> ids;
    reader.each("slabs", counts::kSlabs, [&](JsonReader r) {
        Slab slab = slabFrom(r);
        if (!ids.insert(slab.id).second) {
            r.note("id", "two slabs have the id " + std::to_string(slab.id.value));
        }
        if (file.shop.speciesOf(slab) == nullptr) {
            r.note("species", "the species \"" + slab.species + "\" is not known; add it under \"species\"");
        }
        file.shop.slabs.push_back(std::make_shared<const Slab>(std::move(slab)));
    });
    reader.need("job");
    reader.inside("job", [&](JsonReader r) {
        file.job = jobFrom(r);
        for (size_t i = 0; i < file.job.layup.pieces.size(); ++i) {
            if (file.shop.slab(file.job.layup.pieces[i].slab) == nullptr) {
                r.note("layup/pieces/" + std::to_string(i) + "/slab", "no slab has this id");
            }
        }
        if (file.shop.climate(file.job.move.climate) == nullptr) {
            r.note("move/climate", "the climate \"" + file.job.move.climate + "\" is not known");
        }
        const std::string& wood = file.job.base.wood;
        if (!wood.empty() && std::none_of(file.shop.species.begin(), file.shop.species.end(),
                                          [&](const Species& s) { return s.id == wood; })) {
            r.note("base/wood", "the species \"" + wood + "\" is not known; add it under \"species\"");
        }
        for (const std::string& section : sectionsOf(file.job.move)) {
            if (file.shop.section(section) == nullptr) {
                r.note("move", "the section \"" + section + "\" is not known; add it under \"sections\"");
            }
        }
    });
    if (miss) {
        return tl::unexpected(refusalOf(*miss, text, "jobfile"));
    }
    file.notes = notUnderstood(*root, asked, text);
    noteIds(file, text);
    return file;
}

std::string writeJobFile(const Job& job, const Shop& shop, bool wholeYard)
{
    OrderedJson root{{"format", kFormat}, {"version", kJobFileVersion}, {"job", toJson(job)}};
    std::set<SlabId> slabs;
    for (const Piece& piece : job.layup.pieces) {
        slabs.insert(piece.slab);
    }
    for (const KeptLayup& kept : job.kept) {
        for (const Piece& piece : kept.layup.pieces) {
            slabs.insert(piece.slab);
        }
    }
    if (wholeYard) {
        for (const auto& slab : shop.slabs) {
            slabs.insert(slab->id);
        }
    }
    std::set<LogId> logs;
    std::set<std::string> species{job.base.wood};
    OrderedJson slabList = OrderedJson::array();
    for (const SlabId id : slabs) {
        if (const Slab* slab = shop.slab(id)) {
            logs.insert(slab->log);
            species.insert(slab->species);
            slabList.push_back(toJson(*slab));
        }
    }
    OrderedJson logList = OrderedJson::array();
    for (const LogId id : logs) {
        if (const Log* log = shop.log(id)) {
            logList.push_back(toJson(*log));
        }
    }
    root["logs"] = logList;
    root["slabs"] = slabList;
    OrderedJson speciesList = OrderedJson::array();
    for (const Species& s : shop.species) {
        if (species.count(s.id) != 0) {
            speciesList.push_back(toJson(s));
        }
    }
    root["species"] = speciesList;
    OrderedJson climates = OrderedJson::array();
    if (const Climate* climate = shop.climate(job.move.climate)) {
        climates.push_back(toJson(*climate));
    }
    root["climates"] = climates;
    for (const std::string& id : sectionsOf(job.move)) {
        const SectionStock* usual = standardShop().section(id);
        if (const SectionStock* section = shop.section(id);
            section != nullptr && (usual == nullptr || *usual != *section)) {
            root["sections"].push_back(toJson(*section));
        }
    }
    for (const ResinClass& resin : shop.resins) {
        if (resin.isOwn()) {
            root["resins"].push_back(toJson(resin));
        }
    }
    if (!(shop.habits == Habits{})) {
        root["habits"] = toJson(shop.habits);
    }
    return prettyText(root);
}

} // namespace burl
