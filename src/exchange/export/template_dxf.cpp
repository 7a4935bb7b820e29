#include "exchange/export/template_file.h"

#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <memory>
#include <sstream>

#include <dl_dxf.h>
#include <dl_writer_ascii.h>
#include <unistd.h>

#include "core/measure/text.h"

namespace burl
{
namespace
{

/// dxflib writes to files by name only: one of our own, gone when we are done.
class ScratchFile
{
public:
    ScratchFile()
    {
        std::string name = (std::filesystem::temp_directory_path() / "burl-XXXXXX").string();
        const int file = mkstemp(name.data());
        if (file >= 0) {
            ::close(file);
            name_ = name;
        }
    }
    ScratchFile(const ScratchFile&) = delete;
    ScratchFile& operator=(const ScratchFile&) = delete;
    ~ScratchFile()
    {
        if (!name_.empty()) {
            std::error_code ignored;
            std::filesystem::remove(name_, ignored);
        }
    }
    [[nodiscard]] const std::string& name() const { return name_; }
    [[nodiscard]] std::string contents() const
    {
        std::ostringstream out;
        out << std::ifstream(name_, std::ios::binary).rdbuf();
        return out.str();
    }

private:
    std::string name_;
};

void writeHead(DL_Dxf& dxf, DL_WriterA& writer)
{
    dxf.writeHeader(writer);
    writer.dxfString(9, "$INSUNITS");
    writer.dxfInt(70, 4); // millimetres
    writer.sectionEnd();
    writer.sectionTables();
    writer.tableLinetypes(1);
    dxf.writeLinetype(writer, DL_LinetypeData("CONTINUOUS", "Continuous", 0, 0, 0.0));
    writer.tableEnd();
    writer.tableLayers(4);
    for (const char* name : {"0", "template", "guide", "marks"}) {
        dxf.writeLayer(writer, DL_LayerData(name, 0), DL_Attributes(std::string(), 7, 25, "CONTINUOUS", 1.0));
    }
    writer.tableEnd();
    writer.sectionEnd();
}

void writeLine(DL_Dxf& dxf, DL_WriterA& writer, const std::vector<Vec2>& points, bool closed, const char* layer)
{
    dxf.writePolyline(writer, DL_PolylineData(static_cast<int>(points.size()), 0, 0, closed ? 1 : 0),
                      DL_Attributes(layer, 256, -1, "BYLAYER", 1.0));
    for (const Vec2 p : points) {
        dxf.writeVertex(writer, DL_VertexData(p.x, p.y, 0.0));
    }
    dxf.writePolylineEnd(writer);
}

void writeWords(DL_Dxf& dxf, DL_WriterA& writer, Vec2 at, const std::string& words)
{
    dxf.writeText(writer,
                  DL_TextData(at.x, at.y, 0.0, at.x, at.y, 0.0, 8.0, 1.0, 0, 0, 0, onOneLine(words), "STANDARD", 0.0),
                  DL_Attributes("marks", 256, -1, "BYLAYER", 1.0));
}

} // namespace

Expected<std::string> templateDxf(const ShopTemplate& shape)
{
    const ScratchFile scratch;
    DL_Dxf dxf;
    const std::unique_ptr<DL_WriterA> writer(
        scratch.name().empty() ? nullptr : dxf.out(scratch.name().c_str(), DL_Codes::AC1009));
    if (!writer) {
        return refuse("export.write", "The drawing could not be written: there is no room for a temporary file.");
    }
    writeHead(dxf, *writer);
    writer->sectionEntities();
    writeLine(dxf, *writer, shape.outline, true, "template");
    if (!shape.guide.empty()) {
        writeLine(dxf, *writer, shape.guide, false, "guide");
    }
    for (const TemplateMark& mark : shape.marks) {
        writeLine(dxf, *writer, {mark.from, mark.to}, false, "marks");
        if (!mark.label.empty()) {
            writeWords(dxf, *writer, mark.to + Vec2{3.0, 3.0}, mark.label);
        }
    }
    const Box box = boundsOf(shape.outline);
    writeWords(dxf, *writer, {box.left + 12.0, box.top - 16.0}, shape.title);
    writer->sectionEnd();
    writer->dxfEOF();
    writer->close();
    return scratch.contents();
}

} // namespace burl
