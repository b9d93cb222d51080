# Shared by bin/start, bin/test and bin/bench: installs what is missing, and starts and stops PostgreSQL, php-fpm and nginx
# on loopback with all their data below $DATA. Nothing here touches a service that it did not start itself.

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
export COMPOSER_ALLOW_SUPERUSER=1

say() { printf '%s\n' "$*"; }
fail() { printf '%s\n' "$*" >&2; exit 1; }
is_root() { [ "$(id -u)" = 0 ]; }

# Debian package and the file that shows that it is there.
PACKAGES="php8.2-cli:/usr/bin/php8.2 php8.2-fpm:/usr/sbin/php-fpm8.2 php8.2-pgsql:/usr/share/php8.2-pgsql/pgsql/pdo_pgsql.ini
php8.2-mbstring:/usr/share/php8.2-mbstring/mbstring/mbstring.ini php8.2-xml:/usr/share/php8.2-xml/xml/dom.ini php8.2-intl:/usr/share/php8.2-intl/intl/intl.ini
php8.2-curl:/usr/share/php8.2-curl/curl/curl.ini php8.2-zip:/usr/share/php8.2-zip/zip/zip.ini nginx-light:/usr/sbin/nginx postgresql-15:/usr/lib/postgresql/15/bin/postgres composer:composer nodejs:node npm:npm curl:curl"
BROWSER_PACKAGES="chromium:/usr/bin/chromium chromium-driver:/usr/bin/chromedriver"

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
    { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends $missing; } >"$DATA/log/apt.log" 2>&1 \
        || fail "The packages$missing could not be installed; see $DATA/log/apt.log."
}

# when_changed FOLDER NAME FILES… -- COMMAND: runs the command when the files have changed since it last succeeded.
when_changed() {
    local stamps=$1/stamps name=$2 sum files=()
    shift 2
    while [ "$1" != -- ]; do files+=("$1"); shift; done
    shift
    sum=$(cd "$ROOT" && find "${files[@]}" -type f -print0 2>/dev/null | sort -z | xargs -0 sha256sum | sha256sum)
    [ "$(cat "$stamps/$name" 2>/dev/null)" = "$sum" ] && return
    say "$name …"
    mkdir -p "$stamps" "$DATA/log"
    (cd "$ROOT" && "$@") >"$DATA/log/setup.log" 2>&1 || { tail -20 "$DATA/log/setup.log" >&2; fail "$name failed; see $DATA/log/setup.log."; }
    printf '%s' "$sum" >"$stamps/$name"
}

install_dependencies() {
    export PULSANDA_DATA=$DATA
    [ -d "$ROOT/vendor" ] && [ -d "$ROOT/support/symfony/vendor" ] || rm -f "$ROOT/var/stamps/PHP packages"
    [ -d "$ROOT/node_modules" ] || rm -f "$ROOT/var/stamps/Browser packages"
    [ -f "$DATA/build/.vite/manifest.json" ] || rm -f "$DATA/stamps/Browser part"
    [ -f "$DATA/sounds/manifest.json" ] || rm -f "$DATA/stamps/Sounds"
    when_changed "$ROOT/var" "PHP packages" composer.json support/symfony/composer.json -- install_php
    # Not "npm ci": it refuses a lock file without addresses over the packages of other platforms.
    when_changed "$ROOT/var" "Browser packages" package-lock.json -- npm install --no-save --no-audit --no-fund
    when_changed "$DATA" "Browser part" web package-lock.json vite.config.ts -- npx vite build
    when_changed "$DATA" "Sounds" core/Sound src/Sound -- env APP_ENV=prod bin/console pulsanda:sounds
}

install_php() {
    (cd support/symfony && composer install --no-autoloader --no-interaction --no-progress) && composer install --no-interaction --no-progress \
        && chmod -R u+rwX,go+rX vendor support # some archives hold files that only their owner may read
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# The user whom PostgreSQL runs as (it refuses root), and a prefix that runs a command as that user.
as_postgres() { (cd / && if is_root; then runuser -u postgres -- "$@"; else "$@"; fi); }

postgres_folder() {
    if is_root && ! runuser -u postgres -- test -x "$DATA"; then
        # PostgreSQL's user cannot reach this checkout; its data stands beside other temporary data, one folder a checkout.
        printf '/var/tmp/pulsanda-%s' "$(printf '%s' "$DATA" | cksum | cut -d' ' -f1)"
    else
        printf '%s/postgresql' "$DATA"
    fi
}

postgres_running() { [ -d "$(postgres_folder)" ] && as_postgres /usr/lib/postgresql/15/bin/pg_ctl -D "$(postgres_folder)" status >/dev/null 2>&1; }

start_postgres() {
    local folder port=$1 bin=/usr/lib/postgresql/15/bin password
    mkdir -p "$DATA/log"
    folder=$(postgres_folder)
    postgres_running && return
    if [ ! -f "$folder/PG_VERSION" ]; then
        [ "$(df -Pk "$DATA" | awk 'NR==2 {print $4}')" -gt 400000 ] || fail "There is less than 400 MB of free disk for PostgreSQL; make room and start again."
        mkdir -p "$folder" || fail "The folder $folder cannot be made; check the rights."
        password=$(head -c 24 /dev/urandom | base64 | tr -dc 'A-Za-z0-9')
        is_root && chown postgres: "$folder"
        chmod 700 "$folder"
        printf '%s' "$password" >"$folder.password"
        chmod 600 "$folder.password"
        is_root && chown postgres: "$folder.password"
        as_postgres "$bin/initdb" -D "$folder" --username=pulsanda --pwfile="$folder.password" --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8 >"$DATA/log/initdb.log" 2>&1 \
            || fail "The PostgreSQL cluster could not be created; see $DATA/log/initdb.log."
        printf 'APP_SECRET=%s\nDATABASE_PASSWORD=%s\nDEMO_PASSWORD=lantern-%s\n' "$(head -c 24 /dev/urandom | base64 | tr -dc 'A-Za-z0-9')" "$password" "$((RANDOM % 9000 + 1000))" >"$DATA/secrets"
        chmod 600 "$DATA/secrets"
        rm -f "$folder.password"
    fi
    port_taken "$port" && fail "Port $port is taken; free it, or choose another with PULSANDA_DATABASE_PORT=…"
    as_postgres "$bin/pg_ctl" -D "$folder" -w -l "$folder/server.log" -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories=''" start >/dev/null 2>&1 \
        || fail "PostgreSQL did not start; see $folder/server.log."
}

stop_postgres() { if postgres_running; then as_postgres /usr/lib/postgresql/15/bin/pg_ctl -D "$(postgres_folder)" -m fast stop >/dev/null; fi; }

# create_database NAME PORT: makes it if it is not there.
create_database() {
    local password
    password=$(sed -n 's/^DATABASE_PASSWORD=//p' "$DATA/secrets")
    PGPASSWORD=$password psql -h 127.0.0.1 -p "$2" -U pulsanda -d postgres -tAc "SELECT 1 FROM pg_database WHERE datname = '$1'" | grep -q 1 \
        || PGPASSWORD=$password psql -h 127.0.0.1 -p "$2" -U pulsanda -d postgres -qc "CREATE DATABASE $1"
}

database_url() { printf 'postgresql://pulsanda:%s@127.0.0.1:%s/%s?serverVersion=15&charset=utf8' "$(sed -n 's/^DATABASE_PASSWORD=//p' "$DATA/secrets")" "$2" "$1"; }

# The user whom the web server's workers run as: www-data where it can read the checkout.
web_user() {
    if ! is_root; then id -un
    elif runuser -u www-data -- test -r "$ROOT/public/index.php"; then printf www-data
    else printf root; fi
}

# start_web PORT FPM_PORT DATABASE_URL
start_web() {
    local port=$1 fpm=$2 url=$3 user
    user=$(web_user)
    mkdir -p "$DATA/log" "$DATA/nginx"
    {
        sed -n '/^APP_SECRET=/p; /^DEMO_PASSWORD=/p' "$DATA/secrets"
        printf 'APP_ENV=prod\nDATABASE_URL="%s"\n' "$url"
    } >"$DATA/app.env"
    chmod 640 "$DATA/app.env"
    is_root && chgrp "$(id -gn "$user")" "$DATA/app.env"
    cat >"$DATA/php-fpm.conf" <<CONF
[global]
pid = $DATA/php-fpm.pid
error_log = $DATA/log/php.log
daemonize = yes
[pulsanda]
$(is_root && printf 'user = %s\ngroup = %s\n' "$user" "$(id -gn "$user")")
listen = 127.0.0.1:$fpm
pm = static
pm.max_children = 6
pm.max_requests = 2000
catch_workers_output = yes
decorate_workers_output = no
env[PULSANDA_DATA] = $DATA
php_admin_value[memory_limit] = 192M
php_admin_value[upload_max_filesize] = 8M
php_admin_value[post_max_size] = 9M
php_admin_flag[display_errors] = off
php_admin_flag[expose_php] = off
php_admin_value[opcache.max_accelerated_files] = 20000
CONF
    cat >"$DATA/nginx.conf" <<CONF
$(is_root && printf 'user %s;' "$user")
worker_processes 1;
pid $DATA/nginx.pid;
error_log $DATA/log/nginx.log warn;
events { worker_connections 512; }
http {
    include /etc/nginx/mime.types;
    access_log off;
    server_tokens off;
    sendfile on;
    client_max_body_size 9m;
    client_body_temp_path $DATA/nginx/body;
    fastcgi_temp_path $DATA/nginx/fastcgi;
    proxy_temp_path $DATA/nginx/proxy;
    scgi_temp_path $DATA/nginx/scgi;
    uwsgi_temp_path $DATA/nginx/uwsgi;
    gzip on;
    gzip_comp_level 6;
    gzip_min_length 600;
    gzip_types text/css application/javascript application/json application/problem+json image/svg+xml audio/x-wav;
    server {
        listen 127.0.0.1:$port;
        root $ROOT/public;
        location ~ ^/(build/assets|sounds)/.+\.[a-z0-9]+$ {
            root $DATA;
            add_header Cache-Control "public, max-age=31536000, immutable";
            add_header X-Content-Type-Options nosniff;
            try_files \$uri =404;
        }
        location = /worker.js { add_header Cache-Control "no-cache"; }
        location = /icon.svg { add_header Cache-Control "public, max-age=86400"; }
        location / {
            include /etc/nginx/fastcgi_params;
            fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php;
            fastcgi_param SCRIPT_NAME /index.php;
            fastcgi_param HTTP_PROXY "";
            fastcgi_pass 127.0.0.1:$fpm;
        }
    }
}
CONF
    rm -rf "$DATA/cache/prod"
    PULSANDA_DATA=$DATA "$ROOT/bin/console" cache:warmup --no-interaction >"$DATA/log/warmup.log" 2>&1 || fail "The application does not boot; see $DATA/log/warmup.log."
    is_root && chown -R "$user" "$DATA/cache"
    port_taken "$fpm" && fail "Port $fpm is taken; free it, or choose another with PULSANDA_PHP_PORT=…"
    port_taken "$port" && fail "Port $port is taken; free it, or choose another with PULSANDA_PORT=…"
    /usr/sbin/php-fpm8.2 -y "$DATA/php-fpm.conf" $(is_root && printf -- -R) || fail "php-fpm did not start; see $DATA/log/php.log."
    /usr/sbin/nginx -c "$DATA/nginx.conf" -p "$DATA/nginx" -e "$DATA/log/nginx.log" || fail "nginx did not start; see $DATA/log/nginx.log."
    curl -fsS --retry 20 --retry-delay 1 --retry-connrefused -o /dev/null "http://127.0.0.1:$port/api/session" || fail "The application does not answer; see $DATA/log/php.log."
}

running() { kill -0 "$(cat "$DATA/$1.pid" 2>/dev/null)" 2>/dev/null; }

stop_web() {
    local name
    for name in nginx php-fpm; do
        if running "$name"; then
            kill -QUIT "$(cat "$DATA/$name.pid")"
            while running "$name" 2>/dev/null; do read -rt 0.1 <> <(:) || :; done
        fi
    done
}
