# What has to be there before anything runs: Debian's packages, the packages of PHP and of the browser part, what is built from the code,
# and a release: the code as it is now, in a folder of its own, from which services run whatever becomes of the checkout meanwhile.

# Debian package and the file that shows that it is there.
PACKAGES="php8.2-cli:/usr/bin/php8.2 php8.2-fpm:/usr/sbin/php-fpm8.2 php8.2-pgsql:/usr/share/php8.2-pgsql/pgsql/pdo_pgsql.ini
php8.2-mbstring:/usr/share/php8.2-mbstring/mbstring/mbstring.ini php8.2-xml:/usr/share/php8.2-xml/xml/dom.ini
php8.2-intl:/usr/share/php8.2-intl/intl/intl.ini php8.2-curl:/usr/share/php8.2-curl/curl/curl.ini
php8.2-zip:/usr/share/php8.2-zip/zip/zip.ini php8.2-gmp:/usr/share/php8.2-gmp/gmp/gmp.ini flac:flac
vorbis-tools:oggenc lame:lame opus-tools:opusdec sox:sox
nginx-light:/usr/sbin/nginx postgresql-15:/usr/lib/postgresql/15/bin/postgres
supervisor:/usr/bin/supervisord composer:composer nodejs:node npm:npm curl:curl"
# What the recorded kits are taken from; without it there is the electronic one.
SOUND_FONT=/usr/share/fluidr3mono-gm-soundfont/FluidR3Mono_GM.sf3
SOUND_PACKAGES="fluidsynth:fluidsynth fluidr3mono-gm-soundfont:$SOUND_FONT"
# Tests read MIDI, PDF, notation and spreadsheets with readers that are not ours.
BROWSER_PACKAGES="midicsv:midicsv lilypond:musicxml2ly gnumeric:ssconvert poppler-utils:pdftotext
chromium-headless-shell:/usr/bin/chromium-headless-shell chromium-driver:/usr/bin/chromedriver"

# Megabytes of disk that are free at a folder.
free_on() { df -Pm "$1" | awk 'NR==2 {print $4}'; }

# need MEGABYTES FOLDER WHAT: ends where the disk has less room.
need() {
    local free
    free=$(free_on "$2")
    [ "$free" -ge "$1" ] || fail "$3 needs $1 MB of disk at $2; $free MB are free. Make room and start again."
}

install_packages() {
    local missing="" entry
    for entry in "$@"; do
        case ${entry#*:} in
            /*) [ -e "${entry#*:}" ] || missing="$missing ${entry%%:*}" ;;
            *) command -v "${entry#*:}" >/dev/null || missing="$missing ${entry%%:*}" ;;
        esac
    done
    [ -z "$missing" ] && return
    is_root || fail "These Debian packages are missing; install them and start again: sudo apt-get install$missing"
    need 700 / "Installing Debian packages"
    say "Installing Debian packages:$missing"
    mkdir -p "$DATA/log"
    { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends $missing; } \
        >"$DATA/log/apt.log" 2>&1 \
        || fail "The packages$missing could not be installed; see $DATA/log/apt.log."
}

# Recorded kits want two packages more; a machine that cannot get them goes on without.
install_sound_packages() { (install_packages $SOUND_PACKAGES) >/dev/null 2>&1 || true; }

# sum_of FILES…: of names and contents, below the checkout.
sum_of() { (cd "$ROOT" && find "$@" -type f -print0 2>/dev/null | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64); }

# when_changed FOLDER NAME FILES… -- COMMAND: runs the command when the files have changed since it last succeeded.
when_changed() {
    local stamps=$1/stamps name=$2 log="$DATA/log/setup ${2,,}.log" sum files=()
    shift 2
    while [ "$1" != -- ]; do files+=("$1"); shift; done
    shift
    sum=$(sum_of "${files[@]}")
    [ "$(cut -c1-64 "$stamps/$name" 2>/dev/null)" = "$sum" ] && return
    say "$name …"
    mkdir -p "$stamps" "$DATA/log"
    if ! (cd "$ROOT" && "$@") >"$log" 2>&1; then
        tail -20 "$log" >&2
        fail "$name failed; see $log. At $ROOT, $(free_on "$ROOT") MB of disk are free, at $DATA $(free_on "$DATA") MB."
    fi
    printf '%s' "$sum" >"$stamps/$name"
}

# install_dependencies [tests]: with what only tests and checks need, or without. What is there for tests stays.
install_dependencies() {
    local PHP="PHP packages" BROWSER="Browser packages" more=${1:-} browser
    export PULSANDA_DATA=$DATA PULSANDA_BUILD=$BUILD
    mkdir -p "$ROOT/var/stamps"
    install_sound_packages
    [ -d "$ROOT/vendor" ] && [ -d "$ROOT/support/symfony/vendor" ] || rm -f "$ROOT"/var/stamps/{PHP\ packages*,Class\ map}
    [ -d "$ROOT/node_modules" ] || rm -f "$ROOT"/var/stamps/Browser\ packages*
    [ "$more" != tests ] && [ ! -f "$ROOT/var/stamps/$PHP for tests" ] || PHP="$PHP for tests"
    [ "$more" != tests ] && [ ! -f "$ROOT/var/stamps/$BROWSER for tests" ] || BROWSER="$BROWSER for tests"
    # Neither needs the other, and both wait for the network and the disk. Where one fails, the other ends first.
    when_changed "$ROOT/var" "$BROWSER" package-lock.json package.json -- install_browser "$BROWSER" &
    browser=$!
    (when_changed "$ROOT/var" "$PHP" composer.json support/symfony/composer.json -- install_php "$PHP") || { wait $browser; exit 1; }
    wait $browser || exit 1
    when_changed "$ROOT/var" "Class map" core src tests composer.json support/symfony/composer.json -- \
        composer dump-autoload --classmap-authoritative --no-interaction
}

install_php() {
    local how=(--no-interaction --no-progress)
    [[ $1 = *tests ]] || how+=(--no-dev)
    (cd support/symfony && composer install --no-autoloader --no-interaction --no-progress) \
        && find support/symfony/vendor/symfony/symfony/src/Symfony -mindepth 2 -maxdepth 2 ! -name RateLimiter -exec rm -rf {} + \
        && composer install "${how[@]}" \
        && chmod -R u+rwX,go+rX vendor support # some archives hold files that only their owner may read
}

# Not "npm ci": it refuses a lock file without addresses over the packages of other platforms.
install_browser() {
    local how=(--no-save --no-audit --no-fund)
    [[ $1 = *tests ]] || how+=(--omit=dev)
    npm install "${how[@]}"
}

# What is made from the code, for this instance; neither needs the other, and either takes a while.
build() {
    local sounds
    [ -f "$BUILD/.vite/manifest.json" ] || rm -f "$DATA/stamps/Browser part"
    [ -f "$DATA/sounds/manifest.json" ] || rm -f "$DATA/stamps/Sounds"
    when_changed "$DATA" "Sounds" core/Sound src/Sound "$SOUND_FONT" -- env APP_ENV=prod "$CODE/bin/console" pulsanda:sounds &
    sounds=$!
    when_changed "$DATA" "Browser part" web lang package-lock.json vite.config.ts words.plugin.ts -- build_web
    wait $sounds || exit 1
    [ -f "$SOUND_FONT" ] || say "The recorded kits are missing; install fluidr3mono-gm-soundfont and fluidsynth and start again."
}

# Zipped once as small as it gets: nginx sends the files as they are.
build_web() {
    npx vite build && find "$BUILD/assets" '(' -name '*.js' -o -name '*.css' ')' -exec gzip -9 -k -n -f {} +
}

# copy_code FOLDER: of the checkout, what runs. Packages, which nothing changes in place, share their disk space where that is possible.
copy_code() {
    local to=$1
    cp -R core lang src config public bin migrations composer.json "$to/" \
        && rm -rf "$to/config/reference.php" \
        && mkdir -p "$to/support/symfony" \
        && { cp -al vendor "$to/" 2>/dev/null || { rm -rf "$to/vendor" && cp -R vendor "$to/"; }; } \
        && cp -R support/symfony/vendor "$to/support/symfony/" \
        && rm -rf "$to/vendor/composer" "$to/vendor/autoload.php" \
        && cp -R vendor/composer vendor/autoload.php "$to/vendor/" # these two are written in place
}

# release: sets CODE to a folder that holds the code as it is now.
release() {
    local sum part free
    sum=$(sum_of core lang src config public bin migrations web composer.json support/symfony/composer.json package-lock.json \
        vite.config.ts words.plugin.ts)
    CODE=$DATA/code/${sum:0:16}
    rm -rf "$DATA"/code/*.part # of a start that was killed
    [ -f "$CODE/complete" ] && return
    part=$CODE.part
    rm -rf "$CODE"
    mkdir -p "$part" "$DATA/log" || fail "The folder $part cannot be made; check the rights and the room on the disk."
    if ! (cd "$ROOT" && copy_code "$part") 2>"$DATA/log/code.log"; then
        free=$(free_on "$DATA")
        rm -rf "$part"
        fail "The code cannot be copied to $part; see $DATA/log/code.log. $free MB of disk were free there."
    fi
    chmod -R u+rwX,go+rX "$part"
    touch "$part/release" # by which the application knows that it is one
    mv "$part" "$CODE"
}

# finish_release: with what was built for browsers, and what the framework compiles. Only then it is whole.
finish_release() {
    if [ ! -f "$CODE/complete" ]; then
        rm -rf "$CODE/build" "$CODE/cache"
        cp -al "$BUILD" "$CODE/build" 2>/dev/null || { rm -rf "$CODE/build" && cp -R "$BUILD" "$CODE/build"; } \
            || fail "What was built cannot be copied to $CODE; check the room on the disk."
        BUILD=$CODE/build
        warm_up
        touch "$CODE/complete"
    fi
    BUILD=$CODE/build
}
