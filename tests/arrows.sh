#!/bin/sh
# tools/check-arrows itself: the tree of today passes, an arrow run back and a folder without a place do not.
set -eu
check=$1
"$check"
tree=$(mktemp -d)
trap 'rm -rf "$tree"' EXIT
mkdir -p "$tree/src/core/low" "$tree/src/core/high"
printf 'core/low    values\ncore/high   what stands on them\n' >"$tree/src/order.txt"
echo '#include "core/low/a.h"' >"$tree/src/core/high/b.h"
"$check" "$tree"
echo '#include "core/high/b.h"' >"$tree/src/core/low/a.h"
if "$check" "$tree" >"$tree/said"; then
    echo "an arrow ran back and nobody said so"
    exit 1
fi
grep -q 'src/core/low/a.h:1: core/low includes core/high/b.h' "$tree/said"
mkdir "$tree/src/stray"
echo '#include "core/low/a.h"' >"$tree/src/stray/c.h"
: >"$tree/src/core/low/a.h"
if "$check" "$tree" >"$tree/said"; then
    echo "a folder without a place passed"
    exit 1
fi
grep -q 'the folder stray has no place' "$tree/said"
