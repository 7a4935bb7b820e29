file(READ ${IN} hex HEX)
string(LENGTH "${hex}" length)
string(REGEX REPLACE "([0-9a-f][0-9a-f])" "0x\\1," bytes "${hex}")
file(WRITE ${OUT}
  "#include <string_view>\nnamespace burl::data\n{\nnamespace\n{\nconstexpr unsigned char k${SYMBOL}Bytes[] = {${bytes}0};\n}\n"
  "extern const std::string_view ${SYMBOL};\n"
  "const std::string_view ${SYMBOL}{reinterpret_cast<const char*>(k${SYMBOL}Bytes), sizeof(k${SYMBOL}Bytes) - 1};\n}\n")
