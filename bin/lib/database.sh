# PostgreSQL: the cluster that runs here under supervisor, or one of the technician's own (OUTSIDE_… of the settings).

outside() { [ -n "${OUTSIDE_DATABASE:-}" ]; }

# The name of the school's database.
school() { if outside; then printf '%s' "$OUTSIDE_NAME"; else printf pulsanda; fi; }

postgres_folder() {
    if is_root && ! runuser -u postgres -- test -x "$DATA"; then
        # PostgreSQL's user cannot reach this checkout; its data stands apart, one folder an instance. Older versions had it in a folder
        # that systems tidy.
        if [ -f "/var/tmp/$(instance)/PG_VERSION" ]; then printf '/var/tmp/%s' "$(instance)"; else printf '/var/lib/%s' "$(instance)"; fi
    else
        printf '%s/postgresql' "$DATA"
    fi
}

# The port of a cluster that a first version of Pulsanda has started, without supervisor and on loopback; nothing else.
first_port() {
    local file
    file=$(postgres_folder)/postmaster.pid
    ! outside && [ -f "$file" ] && kill -0 "$(sed -n 1p "$file")" 2>/dev/null && [ -n "$(sed -n 6p "$file")" ] && sed -n 4p "$file"
}

# Whether there is a school, or a demo world, from before.
has_cluster() { outside || [ -f "$(postgres_folder)/PG_VERSION" ]; }

# prepare_cluster: made in a folder beside and moved when it is whole, so that a kill leaves none that is half.
prepare_cluster() {
    local folder bin=/usr/lib/postgresql/15/bin
    folder=$(postgres_folder)
    [ ! -f "$folder/PG_VERSION" ] || return 0
    need 400 "$DATA" "PostgreSQL"
    rm -rf "$folder.part" "$folder.password"
    mkdir -p "$folder.part" || fail "The folder $folder cannot be made; check the rights."
    (umask 077 && secret DATABASE_PASSWORD >"$folder.password")
    ! is_root || chown postgres: "$folder.part" "$folder.password"
    chmod 700 "$folder.part"
    as_postgres "$bin/initdb" -D "$folder.part" --username=pulsanda --pwfile="$folder.password" --auth=scram-sha-256 --encoding=UTF8 \
        --locale=C.UTF-8 >"$DATA/log/initdb.log" 2>&1 \
        || fail "The PostgreSQL cluster could not be created; see $DATA/log/initdb.log."
    rm -f "$folder.password"
    [ ! -d "$folder" ] || rmdir "$folder" \
        || fail "The folder $folder holds something else than a PostgreSQL cluster; look what it is and move it away."
    mv "$folder.part" "$folder"
    [ "$folder" = "$DATA/postgresql" ] || say "PostgreSQL's user cannot reach $DATA; the cluster stands in $folder."
}

# move_cluster: out of the folder where older versions had it.
move_cluster() {
    local from to
    from=$(postgres_folder) to=/var/lib/$(instance)
    [[ $from = /var/tmp/* ]] || return 0
    need $(($(du -sm "$from" | cut -f1) + 50)) /var/lib "Moving PostgreSQL's data out of $from"
    say "PostgreSQL's data moves from $from to $to …"
    ! watched || control stop postgres >/dev/null
    rm -rf "$to.part"
    cp -a "$from" "$to.part" && mv "$to.part" "$to" || fail "$from could not be copied to $to; check the room on the disk."
    rm -rf "$from"
}

# start_database: supervisor, and PostgreSQL under it; of one's own, it only has to answer.
start_database() {
    prepare
    outside || { move_cluster && prepare_cluster; }
    write_programs
    supervise
    ! outside || { reach_outside; return; }
    runs postgres || control start postgres >/dev/null
    await 60 "PostgreSQL did not start; see $DATA/log/postgres.log." sql postgres -c 'SELECT 1'
}

# ready_database: so that it answers, and whatever uses it goes on.
ready_database() {
    if outside; then
        reach_outside
    elif watched; then
        runs postgres || control start postgres >/dev/null
        await 60 "PostgreSQL did not start; see $DATA/log/postgres.log." sql postgres -c 'SELECT 1'
    elif ! first_port >/dev/null; then
        start_database
    fi
}

reach_outside() {
    local why
    why=$(sql "$OUTSIDE_NAME" -c 'SELECT 1' 2>&1 >/dev/null) || why=$(sql postgres -c 'SELECT 1' 2>&1 >/dev/null) \
        || fail "The database at $OUTSIDE_HOST, port $OUTSIDE_PORT, cannot be used: ${why%%$'\n'*}
Check DATABASE_URL in $DATA/pulsanda.env."
}

# as_admin COMMAND…: a program of PostgreSQL as the role that makes and drops databases, which the application never uses.
as_admin() {
    local port
    if outside; then
        PGHOST=$OUTSIDE_HOST PGPORT=$OUTSIDE_PORT PGUSER=$OUTSIDE_USER PGPASSWORD=$OUTSIDE_PASSWORD PGSSLMODE=$OUTSIDE_TLS "$@"
    elif port=$(first_port); then
        PGHOST=127.0.0.1 PGPORT=$port PGUSER=pulsanda PGPASSWORD=$(secret DATABASE_PASSWORD) "$@"
    else
        PGHOST=$(run_folder)/database PGPORT=5432 PGUSER=pulsanda PGPASSWORD=$(secret DATABASE_PASSWORD) "$@"
    fi
}

# sql DATABASE ARGUMENTS…
sql() {
    local database=$1
    shift
    PGOPTIONS='-c client_min_messages=warning' as_admin psql -qtAX -v ON_ERROR_STOP=1 -d "$database" "$@"
}

# exists DATABASE
exists() { sql postgres -c "SELECT 1 FROM pg_database WHERE datname = '$1'" | grep -q 1; }

# holds_school DATABASE: whether it is there and not empty.
holds_school() { exists "$1" && [ "$(sql "$1" -c "SELECT to_regclass('public.doctrine_migration_versions') IS NOT NULL")" = t ]; }

# create_database NAME [TEMPLATE]: makes it if it is not there, and the two roles: one owns it and changes its shape, the other is the
# application's and may only read and write. A PostgreSQL of one's own has the one role of its address.
create_database() {
    local name=$1 role
    if outside; then
        exists "$name" || sql postgres -c "CREATE DATABASE \"$name\" ${2:+TEMPLATE \"$2\"}" \
            || fail "The role $OUTSIDE_USER cannot create the database \"$name\". Let it: ALTER ROLE $OUTSIDE_USER CREATEDB"
        return
    fi
    for role in owner app; do
        sql postgres -c "SELECT 1 FROM pg_roles WHERE rolname = 'pulsanda_$role'" | grep -q 1 \
            || sql postgres -c "CREATE ROLE pulsanda_$role LOGIN"
    done
    sql postgres -c "ALTER ROLE pulsanda_owner PASSWORD '$(secret OWNER_PASSWORD)'" 2>/dev/null
    sql postgres -c "ALTER ROLE pulsanda_app PASSWORD '$(secret APP_PASSWORD)'" 2>/dev/null
    exists "$name" || sql postgres -c "CREATE DATABASE $name ${2:+TEMPLATE $2}"
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

# migrate NAME: brings a database up to date, as its owner, all of it or nothing.
migrate() {
    DATABASE_URL=$(database_url "$1" owner) "$CODE/bin/console" doctrine:migrations:migrate --no-interaction --quiet --allow-no-migration \
        --all-or-nothing \
        || fail "The database could not be brought up to date; see the lines above. It is as it was."
    outside || sql "$1" <<SQL
GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO pulsanda_app;
GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO pulsanda_app;
REVOKE INSERT, UPDATE, DELETE ON doctrine_migration_versions FROM pulsanda_app;
-- Nobody changes the record. An older version, which is gone back to, has it under its first name.
DO \$\$ DECLARE one text; BEGIN
    FOREACH one IN ARRAY ARRAY['audit_entry', 'deed'] LOOP
        IF to_regclass(one) IS NOT NULL THEN EXECUTE 'REVOKE UPDATE, DELETE ON ' || one || ' FROM pulsanda_app'; END IF;
    END LOOP;
END \$\$;
SQL
}

# up_to_date NAME: whether there is nothing to migrate.
up_to_date() {
    DATABASE_URL=$(database_url "$1" owner) "$CODE/bin/console" doctrine:migrations:up-to-date --no-interaction >/dev/null 2>&1
}

# database_url NAME [owner]
database_url() {
    local role=${2:-app} password=APP_PASSWORD place port
    if outside; then
        local query=
        [[ $OUTSIDE_DATABASE != *\?* ]] || query=?${OUTSIDE_DATABASE#*\?}
        place=${OUTSIDE_DATABASE%%\?*}
        printf '%s/%s%s' "${place%/*}" "$1" "$query"
        return
    fi
    [ "$role" = app ] || password=OWNER_PASSWORD
    if port=$(first_port); then place="port=$port&host=127.0.0.1"; else place="host=$(escaped "$(run_folder)/database")"; fi
    printf 'postgresql://pulsanda_%s:%s@localhost/%s?%s&serverVersion=15' "$role" "$(secret $password)" "$1" "$place"
}

# escaped PATH: as it stands in an address.
escaped() { php -r 'echo str_replace("%2F", "/", rawurlencode($argv[1]));' -- "$1"; }
