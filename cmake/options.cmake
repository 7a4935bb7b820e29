# One INTERFACE target carries our warnings and sanitizers, linked privately by our targets only.
add_library(project_options INTERFACE)
target_compile_options(project_options INTERFACE
  -Wall -Wextra -Wpedantic -Wshadow -Wconversion -Wno-sign-conversion -Wdouble-promotion
  -Wold-style-cast -Wnon-virtual-dtor -Woverloaded-virtual -Wundef -Wformat=2 -Wcast-align
  $<$<CXX_COMPILER_ID:GNU>:-Wduplicated-cond -Wlogical-op -Wsuggest-override>
  # gcc 12 sees overlaps and overlong copies in std::string that are not there (its bug 105651);
  # the address sanitizer looks for the real ones
  $<$<CXX_COMPILER_ID:GNU>:-Wno-restrict -Wno-stringop-overflow -Wno-stringop-overread -Wno-array-bounds>
  # the compiler's own collector takes an eighth of its time to free what a file never fills: first at a gigabyte
  $<$<CXX_COMPILER_ID:GNU>:--param=ggc-min-heapsize=1048576 --param=ggc-min-expand=400>
  # lets ccache see through a precompiled header
  $<$<CXX_COMPILER_ID:GNU>:-fpch-preprocess>
  $<$<BOOL:${BURL_WERROR}>:-Werror>)
if(BURL_SANITIZE)
  target_compile_options(project_options INTERFACE
    -fsanitize=address,undefined -fno-sanitize-recover=all
    # instrumented library code looks uninitialised to gcc 12 where it is not
    $<$<CXX_COMPILER_ID:GNU>:-Wno-maybe-uninitialized>
    # Eigen adds an offset to the null of an empty block, which the address sanitizer would see if it were used; and a
    # process without a file descriptor cannot look up what an object is
    $<$<CXX_COMPILER_ID:Clang>:-fno-sanitize=pointer-overflow,vptr>
    # clang sees them across the files that are compiled together; gcc looks for both as released
    $<$<CXX_COMPILER_ID:Clang>:-Wno-shadow -Wno-double-promotion>)
  target_link_options(project_options INTERFACE -fsanitize=address,undefined)
endif()
if(BURL_TSAN)
  target_compile_options(project_options INTERFACE -fsanitize=thread)
  target_link_options(project_options INTERFACE -fsanitize=thread)
endif()
if(BURL_FUZZ)
  target_compile_options(project_options INTERFACE -fsanitize=fuzzer-no-link,address,undefined
                                                   -fno-sanitize-recover=all)
  target_link_options(project_options INTERFACE -fsanitize=address,undefined)
endif()
add_library(qt_options INTERFACE)
target_compile_definitions(qt_options INTERFACE QT_NO_KEYWORDS QT_NO_CAST_FROM_ASCII
                                                QT_NO_FOREACH)

# Under the sanitizers what counts is optimised a little: -O1 costs the build two minutes and saves the tests five.
function(burl_counts name)
  if(BURL_SANITIZE OR BURL_TSAN)
    target_compile_options(${name} PRIVATE -O1)
  endif()
endfunction()

# Code that asks, paints through the toolkit or words figures gains nothing from -O2 but longer builds.
function(burl_light name)
  target_compile_options(${name} PRIVATE $<$<CONFIG:Release>:-O1>)
endfunction()

# Files of different folders are compiled together, never two of the same: a name in an unnamed namespace is its
# folder's own, and may stand in two files of it. There are as many groups as the largest folder has files; each folder
# begins at one that goes by its name, so that the groups are about alike and a new file moves only those behind it in
# its folder. The debug preset compiles each by itself.
function(burl_group_by_folder target)
  if(NOT BURL_GROUPED)
    return()
  endif()
  list(FILTER ARGN INCLUDE REGEX "\\.cpp$")
  set(groups 1)
  foreach(source ${ARGN})
    cmake_path(GET source PARENT_PATH folder)
    string(MD5 place "${folder}")
    if(NOT DEFINED count_${place})
      set(count_${place} 0)
    endif()
    math(EXPR count_${place} "${count_${place}} + 1")
    if(count_${place} GREATER groups)
      set(groups ${count_${place}})
    endif()
  endforeach()
  foreach(source ${ARGN})
    cmake_path(GET source PARENT_PATH folder)
    cmake_path(RELATIVE_PATH folder BASE_DIRECTORY ${PROJECT_SOURCE_DIR})
    string(MD5 place "${folder}")
    if(NOT DEFINED next_${place})
      string(SUBSTRING ${place} 0 6 begin)
      math(EXPR next_${place} "0x${begin} % ${groups}")
    endif()
    set_source_files_properties(${source} PROPERTIES UNITY_GROUP "group_${next_${place}}")
    math(EXPR next_${place} "(${next_${place}} + 1) % ${groups}")
  endforeach()
  set_target_properties(${target} PROPERTIES UNITY_BUILD ON UNITY_BUILD_MODE GROUP)
endfunction()

# What nearly every file includes, read once, and `ARGN` with it.
function(burl_precompile name)
  target_precompile_headers(${name} PRIVATE <algorithm> <cmath> <functional> <map> <memory> <optional> <span> <string>
                                            <string_view> <vector> ${ARGN})
endfunction()

# A static library of folders of src/, or of the one it stands in. Sources are found by folder, so a new file needs no
# edit here; CONFIGURE_DEPENDS looks again at every build. READS: the headers said to burl_precompile.
function(burl_library name)
  cmake_parse_arguments(OF "" "" "FOLDERS;READS" ${ARGN})
  list(TRANSFORM OF_FOLDERS PREPEND ${CMAKE_CURRENT_SOURCE_DIR}/)
  if(NOT OF_FOLDERS)
    set(OF_FOLDERS ${CMAKE_CURRENT_SOURCE_DIR})
  endif()
  set(sources "")
  foreach(folder ${OF_FOLDERS})
    file(GLOB_RECURSE found CONFIGURE_DEPENDS ${folder}/*.cpp ${folder}/*.h)
    list(APPEND sources ${found})
  endforeach()
  add_library(${name} STATIC ${sources})
  target_include_directories(${name} PUBLIC ${PROJECT_SOURCE_DIR}/src)
  target_link_libraries(${name} PRIVATE project_options)
  burl_group_by_folder(${name} ${sources})
  burl_precompile(${name} ${OF_READS})
endfunction()

# Files of a library that are compiled with options of their own; they are linked into it as before. FROM: another set
# whose precompiled headers they read as released; under the sanitizers the two may be optimised differently, which the
# compiler does not bear. ALONE: so few that they are quicker without.
function(burl_apart library name)
  cmake_parse_arguments(NAMED "ALONE" "FROM" "" ${ARGN})
  list(TRANSFORM NAMED_UNPARSED_ARGUMENTS PREPEND ${CMAKE_CURRENT_SOURCE_DIR}/ OUTPUT_VARIABLE sources)
  get_target_property(all ${library} SOURCES)
  list(REMOVE_ITEM all ${sources})
  set_target_properties(${library} PROPERTIES SOURCES "${all}")
  burl_group_by_folder(${library} ${all}) # fewer groups may be left
  add_library(${name} OBJECT ${sources})
  target_include_directories(${name} PRIVATE ${PROJECT_SOURCE_DIR}/src)
  get_target_property(linked ${library} LINK_LIBRARIES)
  target_link_libraries(${name} PRIVATE ${linked})
  burl_group_by_folder(${name} ${sources})
  if(NAMED_FROM AND CMAKE_BUILD_TYPE STREQUAL "Release" AND NOT CMAKE_DISABLE_PRECOMPILE_HEADERS)
    target_precompile_headers(${name} REUSE_FROM ${NAMED_FROM})
  elseif(NOT NAMED_ALONE)
    burl_precompile(${name})
  endif()
  target_sources(${library} PRIVATE $<TARGET_OBJECTS:${name}>)
endfunction()
