# Shared by bin/start, bin/backup, bin/restore, bin/test, bin/bench and bin/endure: has PostgreSQL, php-fpm, nginx and the worker run and
# watched by supervisor, with all their data below $DATA. They talk over sockets that only they can reach; nginx alone listens on loopback.
# Nothing here touches a service that it did not start itself. What is installed and built stands in install.sh, PostgreSQL in database.sh.

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
# Where the code is that runs, and what is built for browsers: bin/start sets both to a release.
CODE=$ROOT BUILD=${PULSANDA_BUILD:-$DATA/build}
export COMPOSER_ALLOW_SUPERUSER=1
# A timer or a unit gives neither a home nor the folders of what administrators use.
export HOME=${HOME:-$ROOT/var} PATH=$PATH:/usr/local/sbin:/usr/sbin:/sbin

case $ROOT$DATA in
    *[\"\'\\\`\$\;\#\?\|]* | *$'\n'*)
        printf '%s\n' "A folder on the way to $DATA has one of \" ' \\ \` \$ ; # ? | in its name; rename it, or take another place." >&2
        exit 1 ;;
esac

say() { printf '%s\n' "$*"; }
fail() { printf '%s\n' "$*" >&2; exit 1; }
is_root() { [ "$(id -u)" = 0 ]; }

. "$ROOT/bin/lib/install.sh"
. "$ROOT/bin/lib/database.sh"

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

# What the application runs as, and as what PostgreSQL. Neither is ever root: root starts them and steps down.
web_user() { if is_root; then printf www-data; else id -un; fi; }
as_postgres() { (cd / && if is_root; then runuser -u postgres -- "$@"; else "$@"; fi); }

# The words that make a command step down to the web user. Where that user may not enter the folders above a checkout, it gets the one
# right that lets it read there.
step_down() {
    is_root || return 0
    printf 'setpriv --reuid=www-data --regid=www-data --init-groups '
    runuser -u www-data -- test -r "$CODE/public/index.php" -a -r "$DATA" \
        || printf -- '--inh-caps=+dac_read_search --ambient-caps=+dac_read_search '
}

secret() { sed -n "s/^$1=//p" "$DATA/secrets" 2>/dev/null || :; }
random() { head -c 24 /dev/urandom | base64 | tr -dc 'A-Za-z0-9'; }

# Makes what an instance needs before anything runs: folders and secrets.
prepare() {
    local key missing=
    prepare_web
    for key in APP_SECRET DATABASE_PASSWORD OWNER_PASSWORD APP_PASSWORD; do
        [ -n "$(secret $key)" ] || missing+="$key=$(random)"$'\n'
    done
    [ -n "$(secret DEMO_PASSWORD)" ] || missing+="DEMO_PASSWORD=lantern-$((RANDOM % 9000 + 1000))"$'\n'
    [ -z "$missing" ] || change_secrets "$missing"
}

# change_secrets LINES: puts these in place of lines of the same name. The file is exchanged whole.
change_secrets() {
    local names
    names=$(printf '%s' "$1" | sed -n 's/^\([A-Z_]*\)=.*/^\1=/p')
    (umask 077 && { grep -v -e "$names" "$DATA/secrets" 2>/dev/null || :; printf '%s' "$1"; } >"$DATA/secrets.part") \
        && mv "$DATA/secrets.part" "$DATA/secrets" || fail "The file $DATA/secrets cannot be written; check the room on the disk."
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

# setting NAME VALUE: a line of app.env, where there is a value.
setting() {
    [ -n "$2" ] || return 0
    local value=${2//\\/\\\\}
    value=${value//\"/\\\"}
    printf '%s="%s"\n' "$1" "${value//\$/\\\$}"
}

# filled FILE NAME=VALUE…: a file in which every @NAME@ is its value.
filled() {
    local text one
    text=$(cat "$1"; printf .)
    text=${text%.}
    shift
    for one in "$@"; do text=${text//"@${one%%=*}@"/"${one#*=}"}; done
    printf '%s' "$text"
}

# What the web part reads. write_configuration PORT DATABASE_URL
write_configuration() {
    local port=$1 url=$2 run web hosts=
    run=$(run_folder) web=$(web_user)
    [ -z "${PULSANDA_ADDRESS:-}" ] || { hosts=$(address_host) && hosts="^${hosts//./\\.}\$"; }
    {
        setting APP_SECRET "$(secret APP_SECRET)"
        setting DEMO_PASSWORD "$(secret DEMO_PASSWORD)"
        setting APP_ENV prod
        setting DATABASE_URL "$url"
        setting PULSANDA_BUILD "$BUILD"
        setting PASSWORD_MEMORY "${PASSWORD_MEMORY:-}"
        setting TRUSTED_PROXIES "${TRUSTED_PROXIES:-}"
        setting TRUSTED_HOSTS "$hosts"
        setting MAILER_DSN "${MAILER_DSN:-}"
        setting MAIL_FROM "${MAIL_FROM:-}"
    } >"$DATA/app.env"
    chmod 640 "$DATA/app.env"
    is_root && chgrp "$(id -gn "$web")" "$DATA/app.env"
    cat >"$DATA/php-fpm.conf" <<CONF
[global]
error_log = "$DATA/log/web/php.log"
daemonize = no
[$(instance)]
listen = "$run/web/php.sock"
listen.mode = 0600
pm = static
pm.max_children = 10
pm.max_requests = 5000
catch_workers_output = yes
decorate_workers_output = no
env[PULSANDA_DATA] = "$DATA"
env[DATABASE_PERSISTENT] = 1
php_admin_value[memory_limit] = 192M
php_admin_value[upload_max_filesize] = 8M
php_admin_value[post_max_size] = 9M
php_admin_flag[display_errors] = off
php_admin_flag[expose_php] = off
CONF
    filled "$CODE/bin/lib/nginx.conf" "CODE=$CODE" "BUILD=$BUILD" "DATA=$DATA" "RUN=$run" "PORT=$port" >"$DATA/nginx.conf"
    # The web server sends the same headers with its files as the application with its answers.
    PULSANDA_DATA=$DATA php "$CODE/bin/lib/headers.php" >"$DATA/headers.conf"
    php "$CODE/bin/lib/headers.php" hide >"$DATA/headers-hide.conf"
}

# What supervisor runs. A path with spaces stands in quotes there; "%" is a sign of its own.
write_programs() {
    local run down as= text
    run=$(run_folder) down=$(step_down)
    is_root && as='setpriv --reuid=postgres --regid=postgres --init-groups '
    text=$(filled "$CODE/bin/lib/supervisor.conf" "CODE=${CODE//%/%%}" "DATA=${DATA//%/%%}" "RUN=${run//%/%%}" "DOWN=$down" \
        "AS_POSTGRES=$as" \
        "POSTGRES=$(postgres_folder | sed 's/%/%%/g')" "DURABLE=${DURABLE:-on}")
    ! outside || text=$(printf '%s' "$text" | sed '/^\[program:postgres\]/,/^$/d')
    printf '%s\n' "$text" >"$DATA/supervisor.conf"
}

# Has supervisor run, with the programs as they were written last; what stands otherwise among them than before is stopped.
# It must not hold what bin/start holds.
supervise() {
    if watched; then
        control update >/dev/null
    else
        (cd / && supervisord -c "$DATA/supervisor.conf" 8>&-) || fail "supervisor did not start; see $DATA/log/supervisor.log."
    fi
}

control() { supervisorctl -c "$DATA/supervisor.conf" "$@"; }
watched() { [ -f "$DATA/supervisor.conf" ] && control pid 2>/dev/null | grep -Eq '^[0-9]+$'; }
runs() { watched && control status "$1" 2>/dev/null | grep -q RUNNING; }

# await SECONDS SENTENCE COMMAND…: until the command succeeds.
await() {
    local until=$((SECONDS + $1)) sentence=$2
    shift 2
    until "$@" >/dev/null 2>&1; do
        [ $SECONDS -lt $until ] || fail "$sentence"
        read -rt 0.1 <> <(:) || :
    done
}

# asks PORT PATH: as a browser would that came by the school's own address.
asks() {
    local header=()
    [ -z "${PULSANDA_ADDRESS:-}" ] || header=(-H "Host: $(address_host)")
    curl --noproxy '*' -fsS -m 10 -o /dev/null "${header[@]}" "http://127.0.0.1:$1$2"
}
# The name in the school's address, without scheme and port.
address_host() { printf '%s' "$PULSANDA_ADDRESS" | sed -E 's~^https?://~~; s~:[0-9]+$~~'; }

# warm_up: compiles what the framework needs, before anything is stopped. CODE of the checkout keeps it with the data of the instance.
warm_up() {
    [ "$CODE" != "$ROOT" ] || rm -rf "$DATA/cache/prod"
    PULSANDA_DATA=$DATA "$CODE/bin/console" cache:warmup --no-interaction >"$DATA/log/warmup.log" 2>&1 \
        || fail "The application does not boot; see $DATA/log/warmup.log."
    ! is_root || chown -R www-data: "$(if [ "$CODE" = "$ROOT" ]; then printf '%s' "$DATA/cache"; else printf '%s' "$CODE/cache"; fi)"
}

# start_web PORT DATABASE_URL: everything beside PostgreSQL.
start_web() {
    local port=$1 url=$2
    stop_web
    port_taken "$port" && fail "Port $port is taken; free it, or choose another with PULSANDA_PORT=…"
    write_configuration "$port" "$url"
    write_programs
    [ "$CODE" != "$ROOT" ] || warm_up
    supervise
    control start php nginx worker judge tidy >/dev/null
    await 30 "The application does not answer; see $DATA/log/web/php.log and $DATA/log/nginx.log." asks "$port" /healthz
}

stop_web() { if watched; then control stop nginx php worker judge tidy >/dev/null 2>&1 || :; fi; }

# Stops all of it, supervisor too, and leaves nothing of it outside of $DATA.
stop_all() {
    local pid
    if watched; then
        pid=$(control pid)
        control shutdown >/dev/null
        await 60 "supervisor (process $pid) does not stop." eval "! kill -0 $pid 2>/dev/null"
    fi
    ! is_root || rm -rf "$(run_folder)"
}
