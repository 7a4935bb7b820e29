#!/bin/sh
# Readings that are typed while the program is stopped, as on a machine that is busy: the book holds what was typed.
set -eu
program=$1
work=$(mktemp -d)
server=""
pid=""
finish() {
    [ -z "$pid" ] || kill -9 "$pid" 2>/dev/null || true
    [ -z "$server" ] || kill "$server" 2>/dev/null || true
    rm -rf "$work"
}
trap finish EXIT
Xvfb -displayfd 3 -screen 0 1400x900x24 3>"$work/display" >/dev/null 2>&1 &
server=$!
for _ in $(seq 100); do [ -s "$work/display" ] && break; sleep 0.1; done
[ -s "$work/display" ] || { echo "no virtual display came up"; exit 1; }
DISPLAY=":$(cat "$work/display")"
export DISPLAY XDG_RUNTIME_DIR="$work" HOME="$work" QT_QPA_PLATFORM=xcb
book="$work/shop.burlbook"
"$program" --bench yard --page heights --slab A4 "$book" >"$work/out" 2>&1 &
pid=$!
shown() { # a window of the program at least this wide
    for w in $(xdotool search --onlyvisible --pid "$pid" --name 'Young Burl' 2>/dev/null); do
        width=$(xdotool getwindowgeometry --shell "$w" 2>/dev/null | sed -n 's/^WIDTH=//p')
        [ "${width:-0}" -ge "$1" ] && { echo "$w"; return 0; }
    done
    return 1
}
ask=""
for _ in $(seq 300); do ask=$(shown 100) && break; sleep 0.1; done
[ -n "$ask" ] || { echo "no first question"; cat "$work/out"; exit 1; }
xdotool windowfocus "$ask" || true
sleep 0.5
xdotool key Tab Return # the demo shop, the second of both answers
window=""
for _ in $(seq 600); do window=$(shown 900) && break; sleep 0.1; done
[ -n "$window" ] || { echo "no window"; cat "$work/out"; exit 1; }
xdotool windowfocus "$window" || true
sleep 2
heights() { sqlite3 -readonly "$book" "SELECT json_extract(body, '\$.top_heights.readings_mm') FROM slab WHERE name = 'A4'"; }
# The first cell of the table of readings, up and to the left in the room under the board.
xdotool mousemove --window "$window" 330 640 click 1
sleep 0.5
kill -STOP "$pid"
for reading in 48.13 48.24 48.35 48.46 48.57; do
    xdotool type --delay 3 "$reading"
    xdotool key --delay 3 Return
done
sleep 0.5
kill -CONT "$pid"
sleep 4
got=$(heights)
for reading in 48.13 48.24 48.35 48.46 48.57; do
    case "$got" in
    *"$reading"*) ;;
    *) echo "typed $reading is not in the book: $got"; exit 1 ;;
    esac
done
kill -TERM "$pid" # as at log-out
for _ in $(seq 50); do kill -0 "$pid" 2>/dev/null || break; sleep 0.1; done
kill -0 "$pid" 2>/dev/null && { echo "it did not end when it was asked to"; exit 1; }
[ -e "$book-wal" ] && { echo "its write-ahead file was left"; exit 1; }
open=$(sqlite3 -readonly "$book" "SELECT count(*) FROM setting WHERE key = 'open'")
[ "$open" = 0 ] || { echo "the book was not closed"; exit 1; }
pid=""
echo "what was typed while the program stood still is in the book, and the book was closed"
