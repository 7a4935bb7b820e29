#!/bin/sh
# One real window on a virtual display: started as a user would, found by its title, driven with
# keys and a click, ended by asking it to close.
set -eu
program=$1
work=$(mktemp -d)
server=""
pid=""
finish() {
    [ -z "$pid" ] || kill "$pid" 2>/dev/null || true
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
"$program" --demo --bench flat >"$work/out" 2>&1 &
pid=$!
window=""
for _ in $(seq 300); do
    window=$(xdotool search --onlyvisible --name 'Young Burl' 2>/dev/null | head -n 1 || true)
    [ -n "$window" ] && break
    kill -0 "$pid" 2>/dev/null || { echo "the program ended:"; cat "$work/out"; pid=""; exit 1; }
    sleep 0.1
done
[ -n "$window" ] || { echo "no window appeared"; exit 1; }
xdotool windowfocus "$window" || true
sleep 1
xdotool key --window "$window" alt+2
sleep 0.5
xdotool mousemove --window "$window" 500 300 click 1
xdotool key --window "$window" Right
sleep 0.5
kill -0 "$pid" || { echo "the program ended while it was driven:"; cat "$work/out"; exit 1; }
geometry=$(xdotool getwindowgeometry "$window")
echo "$geometry" | grep -q '1280x800' || { echo "unexpected size: $geometry"; exit 1; }
kill -TERM "$pid"
wait "$pid" || true
pid=""
echo "a real window came, was driven and went"
