#!/bin/sh
# Runs a command, or with ASIDE the program named there, so that whatever else runs here goes first. Linux shares a
# machine evenly between sessions, so the session gives way too, where it is one of its own (setsid, `detached`).
read -r _ _ _ _ _ session _ 2>/dev/null < /proc/self/stat
[ "$session" = "$$" ] && { echo 19 > /proc/self/autogroup; } 2>/dev/null
exec nice -n 19 ${ASIDE:+"$ASIDE"} "$@"
