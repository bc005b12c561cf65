#!/bin/sh
# Installs the programs that the tests drive, where they are missing.
set -eu
missing=""
command -v chromium-headless-shell >/dev/null 2>&1 || missing="$missing chromium-headless-shell"
command -v chromedriver >/dev/null 2>&1 || missing="$missing chromium-driver"
command -v ngspice >/dev/null 2>&1 || missing="$missing ngspice"
[ -z "$missing" ] && exit 0
echo "installing:$missing"
sudo=""
[ "$(id -u)" = 0 ] || sudo="sudo"
$sudo apt-get update -qq
# shellcheck disable=SC2086
DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq $missing >/dev/null
