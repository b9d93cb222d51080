# What bin/start, bin/backup and bin/restore begin with: which instance is meant, its settings, and that nobody else is at it.
DATA=${PULSANDA_DATA:-$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)/var}
case $DATA in /*) ;; *) DATA=$PWD/$DATA ;; esac
DATA=${DATA%/}
# Apart from where a first version of Pulsanda built, which may still run and read there.
PULSANDA_BUILD=$DATA/built
. "$(dirname "${BASH_SOURCE[0]}")/services.sh"
. "$(dirname "${BASH_SOURCE[0]}")/backup.sh"
mkdir -p "$DATA/log" "$DATA/stamps" 2>/dev/null && [ -w "$DATA" ] \
    || fail "The folder $DATA cannot be written; check its rights, and that the disk has room."

# lock: one at a time; whoever comes second waits and says so.
lock() {
    exec 8>>"$DATA/lock" || fail "The file $DATA/lock cannot be written; check its rights."
    flock -n 8 && return
    say "Another bin/start or bin/restore is at work on $DATA; waiting until it is done …"
    flock 8
}

# settings: those of pulsanda.env, and of the environment over them, as variables of this shell.
settings() {
    local lines
    lines=$(php "$ROOT/bin/lib/settings.php" "$DATA/pulsanda.env") \
        || fail "Nothing was changed. Correct this and run ${0##*/} again."
    eval "$lines"
    PORT=${PULSANDA_PORT:-8017}
    ADDRESS=${PULSANDA_ADDRESS:-http://127.0.0.1:$PORT}
    unset DATABASE_URL
}

# settings_sum: of the settings that a running instance was started with; on most servers there is none.
settings_sum() {
    { set | grep -E '^(PULSANDA_(PORT|ADDRESS)|TRUSTED_PROXIES|MAILER_DSN|MAIL_FROM|OUTSIDE_DATABASE)=' || :; } | sha256sum
}

# holds_port: whether this instance listens there itself.
holds_port() { grep -q "listen 127.0.0.1:$PORT;" "$DATA/nginx.conf" 2>/dev/null && { runs nginx || first_runs nginx; }; }

# first_runs NAME: whether a service of a first version of Pulsanda runs, which knew no supervisor.
first_runs() { [ -f "$DATA/$1.pid" ] && kill -0 "$(cat "$DATA/$1.pid")" 2>/dev/null; }

# Services of a first version are ended as it did itself.
stop_first_version() {
    local name
    for name in nginx php-fpm; do
        first_runs "$name" || continue
        kill -QUIT "$(cat "$DATA/$name.pid")"
        await 60 "$name of the version before does not stop." eval "! first_runs $name"
    done
    ! first_port >/dev/null || as_postgres /usr/lib/postgresql/15/bin/pg_ctl -D "$(postgres_folder)" -m fast -w stop >/dev/null
    rm -f "$DATA/nginx.pid" "$DATA/php-fpm.pid"
}

# current: the folder with the code that ran last.
current() { readlink "$DATA/code/current" 2>/dev/null || :; }

# become_current: CODE is what runs from now on; what ran before is deleted.
become_current() {
    local one
    ln -sfn "$CODE" "$DATA/code/current.part" && mv -T "$DATA/code/current.part" "$DATA/code/current"
    for one in "$DATA"/code/*; do
        [ "$one" = "$CODE" ] || [ -L "$one" ] || rm -rf "$one"
    done
    rm -rf "$DATA/build" "$DATA/cache"
}
