# Shared by bin/start, bin/test, bin/bench and bin/endure: installs what is missing, and has PostgreSQL, php-fpm, nginx and the worker
# run and watched by supervisor, with all their data below $DATA. They talk over sockets that only they can reach; nginx alone listens
# on loopback. Nothing here touches a service that it did not start itself.

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
export COMPOSER_ALLOW_SUPERUSER=1

say() { printf '%s\n' "$*"; }
fail() { printf '%s\n' "$*" >&2; exit 1; }
is_root() { [ "$(id -u)" = 0 ]; }

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
    say "Installing Debian packages:$missing"
    mkdir -p "$DATA/log"
    { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends $missing; } \
        >"$DATA/log/apt.log" 2>&1 \
        || fail "The packages$missing could not be installed; see $DATA/log/apt.log."
}

# Recorded kits want two packages more; a machine that cannot get them goes on without.
install_sound_packages() { (install_packages $SOUND_PACKAGES) >/dev/null 2>&1 || true; }

# when_changed FOLDER NAME FILES… -- COMMAND: runs the command when the files have changed since it last succeeded.
when_changed() {
    local stamps=$1/stamps name=$2 log="$DATA/log/setup ${2,,}.log" sum files=()
    shift 2
    while [ "$1" != -- ]; do files+=("$1"); shift; done
    shift
    sum=$(cd "$ROOT" && find "${files[@]}" -type f -print0 2>/dev/null | sort -z | xargs -0 sha256sum | sha256sum)
    [ "$(cat "$stamps/$name" 2>/dev/null)" = "$sum" ] && return
    say "$name …"
    mkdir -p "$stamps" "$DATA/log"
    (cd "$ROOT" && "$@") >"$log" 2>&1 || { tail -20 "$log" >&2; fail "$name failed; see $log."; }
    printf '%s' "$sum" >"$stamps/$name"
}

install_dependencies() {
    install_sound_packages
    export PULSANDA_DATA=$DATA
    [ -d "$ROOT/vendor" ] && [ -d "$ROOT/support/symfony/vendor" ] || rm -f "$ROOT/var/stamps/PHP packages" "$ROOT/var/stamps/Class map"
    [ -d "$ROOT/node_modules" ] || rm -f "$ROOT/var/stamps/Browser packages"
    [ -f "$DATA/build/.vite/manifest.json" ] || rm -f "$DATA/stamps/Browser part"
    [ -f "$DATA/sounds/manifest.json" ] || rm -f "$DATA/stamps/Sounds"
    when_changed "$ROOT/var" "PHP packages" composer.json support/symfony/composer.json -- install_php
    # Not "npm ci": it refuses a lock file without addresses over the packages of other platforms.
    when_changed "$ROOT/var" "Browser packages" package-lock.json -- npm install --no-save --no-audit --no-fund
    when_changed "$ROOT/var" "Class map" core src tests composer.json -- composer dump-autoload --classmap-authoritative --no-interaction
    # Neither needs the other, and either takes a while.
    when_changed "$DATA" "Sounds" core/Sound src/Sound "$SOUND_FONT" -- env APP_ENV=prod bin/console pulsanda:sounds &
    local sounds=$!
    when_changed "$DATA" "Browser part" web package-lock.json vite.config.ts -- build_web
    wait $sounds || exit 1
    [ -f "$SOUND_FONT" ] || say "The recorded kits are missing; install fluidr3mono-gm-soundfont and fluidsynth and start again."
}

# Zipped once as small as it gets: nginx sends the files as they are.
build_web() {
    npx vite build && find "$DATA/build/assets" '(' -name '*.js' -o -name '*.css' ')' -exec gzip -9 -k -n -f {} +
}

install_php() {
    (cd support/symfony && composer install --no-autoloader --no-interaction --no-progress) \
        && composer install --no-interaction --no-progress \
        && chmod -R u+rwX,go+rX vendor support # some archives hold files that only their owner may read
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# claim_port FIRST: sets PORT to one that nobody listens on and no other run has claimed, whose web server may just be down. The claim ends
# with this run and what it has started.
claim_port() {
    PORT=$1
    until exec 9>"${TMPDIR:-/tmp}/pulsanda-$PORT.port" && flock -n 9 && ! port_taken $PORT && ! port_taken $((PORT + 1)) \
        && ! port_taken $((PORT + 2)) && ! port_taken $((PORT + 3)); do
        PORT=$((PORT + 100))
    done
}

# One name an instance, from where its data is.
instance() { printf 'pulsanda-%s' "$(printf '%s' "$DATA" | cksum | cut -d' ' -f1)"; }

# Where the sockets are: short, since the path of a socket is, and out of reach for others.
run_folder() { if is_root; then printf '/run/%s' "$(instance)"; else printf '%s/run' "$DATA"; fi; }

# What PostgreSQL, and what the application runs as. Neither is ever root: root starts them and steps down.
postgres_user() { if is_root; then printf postgres; else id -un; fi; }
web_user() { if is_root; then printf www-data; else id -un; fi; }
as_postgres() { (cd / && if is_root; then runuser -u postgres -- "$@"; else "$@"; fi); }

# The words that make a command step down to the web user. Where that user may not enter the folders above a checkout, it gets the one
# right that lets it read there.
step_down() {
    is_root || return 0
    printf 'setpriv --reuid=www-data --regid=www-data --init-groups '
    runuser -u www-data -- test -r "$ROOT/public/index.php" -a -r "$DATA" \
        || printf -- '--inh-caps=+dac_read_search --ambient-caps=+dac_read_search '
}

postgres_folder() {
    if is_root && ! runuser -u postgres -- test -x "$DATA"; then
        # PostgreSQL's user cannot reach this checkout; its data stands beside other temporary data, one folder a checkout.
        printf '/var/tmp/%s' "$(instance)"
    else
        printf '%s/postgresql' "$DATA"
    fi
}

secret() { sed -n "s/^$1=//p" "$DATA/secrets"; }
random() { head -c 24 /dev/urandom | base64 | tr -dc 'A-Za-z0-9'; }

# Makes what an instance needs before anything runs: folders, secrets, the cluster.
prepare() {
    local folder bin=/usr/lib/postgresql/15/bin key
    folder=$(postgres_folder)
    prepare_web
    touch "$DATA/secrets"
    chmod 600 "$DATA/secrets"
    for key in APP_SECRET DATABASE_PASSWORD OWNER_PASSWORD APP_PASSWORD; do
        [ -n "$(secret $key)" ] || printf '%s=%s\n' $key "$(random)" >>"$DATA/secrets"
    done
    [ -n "$(secret DEMO_PASSWORD)" ] || printf 'DEMO_PASSWORD=lantern-%s\n' "$((RANDOM % 9000 + 1000))" >>"$DATA/secrets"
    if [ ! -f "$folder/PG_VERSION" ]; then
        [ "$(df -Pk "$DATA" | awk 'NR==2 {print $4}')" -gt 400000 ] \
            || fail "There is less than 400 MB of free disk for PostgreSQL; make room and start again."
        mkdir -p "$folder" || fail "The folder $folder cannot be made; check the rights."
        is_root && chown postgres: "$folder"
        chmod 700 "$folder"
        (umask 077 && secret DATABASE_PASSWORD >"$folder.password")
        is_root && chown postgres: "$folder.password"
        as_postgres "$bin/initdb" -D "$folder" --username=pulsanda --pwfile="$folder.password" --auth=scram-sha-256 --encoding=UTF8 \
            --locale=C.UTF-8 >"$DATA/log/initdb.log" 2>&1 \
            || fail "The PostgreSQL cluster could not be created; see $DATA/log/initdb.log."
        rm -f "$folder.password"
    fi
}

# The folders alone, for an instance that uses the database of another.
prepare_web() {
    local run
    run=$(run_folder)
    [ ${#run} -lt 80 ] || fail "The path $run is too long for a socket; move the checkout."
    mkdir -p "$DATA/log/web" "$DATA/audio" "$DATA/mail" "$DATA/nginx" "$DATA/cache" "$run/database" "$run/web" \
        || fail "The folders below $DATA and $run cannot be made; check the rights."
    chmod 711 "$run"
    chmod 750 "$run/database"
    chmod 700 "$run/web"
    # What is about people is for this instance alone.
    chmod 700 "$DATA/audio" "$DATA/mail" "$DATA/log/web"
    chmod 711 "$DATA/log"
    is_root || return 0
    chown postgres:www-data "$run/database"
    chown -R www-data: "$run/web" "$DATA/nginx" "$DATA/cache" "$DATA/log/web" "$DATA/audio" "$DATA/mail"
}

# What the web part reads. write_configuration PORT DATABASE_URL
write_configuration() {
    local port=$1 url=$2 run web
    run=$(run_folder) web=$(web_user)
    {
        sed -n '/^APP_SECRET=/p; /^DEMO_PASSWORD=/p' "$DATA/secrets"
        printf 'APP_ENV=prod\nDATABASE_URL="%s"\n' "$url"
        [ -z "${PASSWORD_MEMORY:-}" ] || printf 'PASSWORD_MEMORY=%s\n' "$PASSWORD_MEMORY"
        [ -z "${TRUSTED_PROXIES:-}" ] || printf 'TRUSTED_PROXIES="%s"\n' "$TRUSTED_PROXIES"
        [ -z "${MAILER_DSN:-}" ] || printf 'MAILER_DSN="%s"\n' "$MAILER_DSN"
        [ -z "${MAIL_FROM:-}" ] || printf 'MAIL_FROM="%s"\n' "$MAIL_FROM"
        [ -z "${TRUSTED_HOSTS:-}" ] || printf 'TRUSTED_HOSTS="%s"\n' "$TRUSTED_HOSTS"
    } >"$DATA/app.env"
    chmod 640 "$DATA/app.env"
    is_root && chgrp "$(id -gn "$web")" "$DATA/app.env"
    cat >"$DATA/php-fpm.conf" <<CONF
[global]
error_log = $DATA/log/web/php.log
daemonize = no
[$(instance)]
listen = $run/web/php.sock
listen.mode = 0600
pm = static
pm.max_children = 10
pm.max_requests = 5000
catch_workers_output = yes
decorate_workers_output = no
env[PULSANDA_DATA] = $DATA
env[DATABASE_PERSISTENT] = 1
php_admin_value[memory_limit] = 192M
php_admin_value[upload_max_filesize] = 8M
php_admin_value[post_max_size] = 9M
php_admin_flag[display_errors] = off
php_admin_flag[expose_php] = off
CONF
    sed -e "s|@ROOT@|$ROOT|g; s|@DATA@|$DATA|g; s|@RUN@|$run|g; s|@PORT@|$port|g" "$ROOT/bin/lib/nginx.conf" >"$DATA/nginx.conf"
    # The web server sends the same headers with its files as the application with its answers.
    PULSANDA_DATA=$DATA php "$ROOT/bin/lib/headers.php" >"$DATA/headers.conf"
    php "$ROOT/bin/lib/headers.php" hide >"$DATA/headers-hide.conf"
}

# What supervisor runs.
write_programs() {
    local run down as=
    run=$(run_folder) down=$(step_down)
    is_root && as='setpriv --reuid=postgres --regid=postgres --init-groups '
    sed -e "s|@ROOT@|$ROOT|g; s|@DATA@|$DATA|g; s|@RUN@|$run|g; s|@DOWN@|$down|g; s|@AS_POSTGRES@|$as|g" \
        -e "s|@POSTGRES@|$(postgres_folder)|g; s|@DURABLE@|${DURABLE:-on}|g" "$ROOT/bin/lib/supervisor.conf" >"$DATA/supervisor.conf"
}

control() { supervisorctl -c "$DATA/supervisor.conf" "$@"; }
watched() { [ -f "$DATA/supervisor.conf" ] && control pid 2>/dev/null | grep -Eq '^[0-9]+$'; }
runs() { watched && control status "$1" 2>/dev/null | grep -q RUNNING; }

# await SECONDS SENTENCE COMMAND…: until the command succeeds.
await() {
    local until=$(($(date +%s) + $1)) sentence=$2
    shift 2
    until "$@" >/dev/null 2>&1; do
        [ "$(date +%s)" -lt $until ] || fail "$sentence"
        read -rt 0.1 <> <(:) || :
    done
}

# start_database: supervisor, and PostgreSQL under it.
start_database() {
    prepare
    write_programs
    if watched; then
        control update >/dev/null # what stands otherwise in it than before is stopped
    else
        (cd / && supervisord -c "$DATA/supervisor.conf") || fail "supervisor did not start; see $DATA/log/supervisor.log."
    fi
    runs postgres || control start postgres >/dev/null
    await 60 "PostgreSQL did not start; see $DATA/log/postgres.log." sql postgres -c 'SELECT 1'
}

# sql DATABASE ARGUMENTS…: as the cluster's own role, which nothing else uses.
sql() {
    local database=$1
    shift
    PGOPTIONS='-c client_min_messages=warning' PGPASSWORD=$(secret DATABASE_PASSWORD) \
        psql -qtAX -v ON_ERROR_STOP=1 -h "$(run_folder)/database" -U pulsanda -d "$database" "$@"
}

# create_database NAME [TEMPLATE]: makes it if it is not there, and the two roles: one owns it and changes its shape, the other is the
# application's and may only read and write.
create_database() {
    local name=$1 role
    for role in owner app; do
        sql postgres -c "SELECT 1 FROM pg_roles WHERE rolname = 'pulsanda_$role'" | grep -q 1 \
            || sql postgres -c "CREATE ROLE pulsanda_$role LOGIN"
    done
    sql postgres -c "ALTER ROLE pulsanda_owner PASSWORD '$(secret OWNER_PASSWORD)'" 2>/dev/null
    sql postgres -c "ALTER ROLE pulsanda_app PASSWORD '$(secret APP_PASSWORD)'" 2>/dev/null
    sql postgres -c "SELECT 1 FROM pg_database WHERE datname = '$name'" | grep -q 1 \
        || sql postgres -c "CREATE DATABASE $name ${2:+TEMPLATE $2}"
    sql "$name" <<SQL
ALTER DATABASE $name OWNER TO pulsanda_owner;
REVOKE ALL ON DATABASE $name FROM PUBLIC;
GRANT CONNECT ON DATABASE $name TO pulsanda_app;
ALTER SCHEMA public OWNER TO pulsanda_owner;
REVOKE CREATE ON SCHEMA public FROM PUBLIC;
GRANT USAGE ON SCHEMA public TO pulsanda_app;
DO \$\$ DECLARE one record; BEGIN
    FOR one IN SELECT format('%I', relname) AS name FROM pg_class
        WHERE relnamespace = 'public'::regnamespace AND relkind = 'r' AND relowner <> 'pulsanda_owner'::regrole LOOP
        EXECUTE 'ALTER TABLE ' || one.name || ' OWNER TO pulsanda_owner';
    END LOOP;
END \$\$;
SQL
}

# migrate NAME: brings a database up to date, as its owner.
migrate() {
    DATABASE_URL=$(database_url "$1" owner) "$ROOT/bin/console" doctrine:migrations:migrate --no-interaction --quiet --allow-no-migration \
        || fail "The database could not be brought up to date; see the lines above."
    sql "$1" <<SQL
GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO pulsanda_app;
GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO pulsanda_app;
REVOKE INSERT, UPDATE, DELETE ON doctrine_migration_versions FROM pulsanda_app;
REVOKE UPDATE, DELETE ON deed FROM pulsanda_app;
SQL
}

# database_url NAME [owner]
database_url() {
    local role=${2:-app} password=APP_PASSWORD
    [ "$role" = app ] || password=OWNER_PASSWORD
    printf 'postgresql://pulsanda_%s:%s@localhost/%s?host=%s/database&serverVersion=15' \
        "$role" "$(secret $password)" "$1" "$(run_folder)"
}

# start_web PORT DATABASE_URL: everything beside PostgreSQL.
start_web() {
    local port=$1 url=$2
    stop_web
    port_taken "$port" && fail "Port $port is taken; free it, or choose another with PULSANDA_PORT=…"
    write_configuration "$port" "$url"
    write_programs
    rm -rf "$DATA/cache/prod"
    PULSANDA_DATA=$DATA "$ROOT/bin/console" cache:warmup --no-interaction >"$DATA/log/warmup.log" 2>&1 \
        || fail "The application does not boot; see $DATA/log/warmup.log."
    is_root && chown -R www-data: "$DATA/cache"
    watched || (cd / && supervisord -c "$DATA/supervisor.conf") || fail "supervisor did not start; see $DATA/log/supervisor.log."
    control update >/dev/null
    control start php nginx worker judge tidy >/dev/null
    await 30 "The application does not answer; see $DATA/log/web/php.log and $DATA/log/nginx.log." \
        curl -fsS -o /dev/null "http://127.0.0.1:$port/api/session"
}

stop_web() { if watched; then control stop nginx php worker judge tidy >/dev/null 2>&1 || :; fi; }

# Stops all of it, supervisor too.
stop_all() {
    local pid
    watched || return 0
    pid=$(control pid)
    control shutdown >/dev/null
    await 60 "supervisor (process $pid) does not stop." eval "! kill -0 $pid 2>/dev/null"
}
