# burl_embed(target symbol file): the bytes of a text file as `burl::data::symbol`, so that the
# program needs no data folder at run time. Split into short literals: compilers limit long ones.
function(burl_embed target symbol file)
  set(out ${CMAKE_CURRENT_BINARY_DIR}/embed_${symbol}.cpp)
  add_custom_command(
    OUTPUT ${out}
    COMMAND ${CMAKE_COMMAND} -DIN=${file} -DOUT=${out} -DSYMBOL=${symbol}
            -P ${PROJECT_SOURCE_DIR}/cmake/embed_file.cmake
    DEPENDS ${file} ${PROJECT_SOURCE_DIR}/cmake/embed_file.cmake)
  target_sources(${target} PRIVATE ${out})
endfunction()
