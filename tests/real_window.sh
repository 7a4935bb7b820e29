#!/bin/sh
# One real window on a virtual display: started as a user would, found by its title, driven with
# keys, its picture not empty, ended by closing it.
set -eu
program=$1
work=$(mktemp -d)
trap 'kill $(jobs -p) 2>/dev/null || true; rm -rf "$work"' EXIT
display=":$((90 + $$ % 400))"
Xvfb "$display" -screen 0 1400x900x24 >/dev/null 2>&1 &
export DISPLAY="$display" XDG_RUNTIME_DIR="$work" HOME="$work"
for _ in $(seq 50); do xdotool getdisplaygeometry >/dev/null 2>&1 && break; sleep 0.1; done
"$program" --demo --bench flat >"$work/out" 2>&1 &
pid=$!
window=""
for _ in $(seq 200); do
    window=$(xdotool search --onlyvisible --name 'Young Burl' 2>/dev/null | head -n 1 || true)
    [ -n "$window" ] && break
    kill -0 "$pid" 2>/dev/null || { echo "the program ended:"; cat "$work/out"; exit 1; }
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
kill -0 "$pid" || { echo "the program ended while it was driven"; exit 1; }
geometry=$(xdotool getwindowgeometry "$window")
echo "$geometry" | grep -q '1280x800' || { echo "unexpected size: $geometry"; exit 1; }
kill -TERM "$pid"
wait "$pid" || true
echo "a real window came, was driven and went"
