# Everything that a school keeps, in one file and back: for bin/backup, bin/restore and the tests. Needs services.sh and PostgreSQL running.

# What a database holds, in numbers: tables with their rows.
counted_rows() {
    sql "$1" <<'SQL'
SELECT string_agg(table_name || ' ' || (xpath('/row/n/text()',
    query_to_xml(format('SELECT count(*) AS n FROM %I', table_name), false, true, '')))[1]::text, ', ' ORDER BY table_name)
FROM information_schema.tables WHERE table_schema = 'public' AND table_type = 'BASE TABLE' AND table_name <> 'sessions'
SQL
}

# Rows of a dump as a database of this name, owned as others are.
load_dump() {
    sql postgres -c "DROP DATABASE IF EXISTS $2 WITH (FORCE)"
    create_database "$2" || return 1
    PGPASSWORD=$(secret DATABASE_PASSWORD) pg_restore -h "$(run_folder)/database" -U pulsanda -d "$2" \
        --no-owner --no-acl --role=pulsanda_owner --exit-on-error "$1" 2>"$DATA/log/restore.log" || return 1
}

# backup_to FILE DATABASE: one snapshot, whatever is written meanwhile; checked by bringing it back into a database of its own.
backup_to() {
    local file=$1 database=$2 work
    [ ! -e "$file" ] || fail "$file is there already; name another file, or remove it first."
    work=$(mktemp -d "$DATA/backup.XXXXXX")
    chmod 700 "$work"
    if ! PGPASSWORD=$(secret DATABASE_PASSWORD) pg_dump -h "$(run_folder)/database" -U pulsanda -Fc --no-owner --no-acl \
        --exclude-table-data=sessions --exclude-table-data=cache_items -f "$work/database.dump" "$database" 2>"$DATA/log/backup.log"; then
        rm -rf "$work"; fail "The database could not be read; see $DATA/log/backup.log."
    fi
    if ! load_dump "$work/database.dump" pulsanda_check; then
        rm -rf "$work"; fail "The backup could not be brought back, so it is none; see $DATA/log/restore.log."
    fi
    counted_rows pulsanda_check >"$work/rows"
    sql postgres -c 'DROP DATABASE pulsanda_check WITH (FORCE)'
    # With it second factors are sealed.
    secret APP_SECRET >"$work/secret"
    (cd "$work" && sha256sum database.dump rows secret >checks && umask 077 && tar -cf "$file.part" checks rows secret database.dump)
    rm -rf "$work"
    mv "$file.part" "$file"
}

# restore_from FILE DATABASE SECRETS: the file's rows as this database, brought up to date. What was there before stands as DATABASE_before.
# Before anything is exchanged, all of the file has been read, checked and brought back.
restore_from() {
    local file=$1 database=$2 work last
    [ -f "$file" ] || fail "There is no file $file."
    work=$(mktemp -d "$DATA/restore.XXXXXX")
    chmod 700 "$work"
    refuse() { rm -rf "$work"; fail "$1"; }
    tar -xf "$file" -C "$work" checks rows secret database.dump 2>/dev/null && (cd "$work" && sha256sum --status -c checks 2>/dev/null) \
        || refuse "$file is no backup of Pulsanda, or it is broken; nothing was changed."
    load_dump "$work/database.dump" pulsanda_restored \
        || refuse "The rows of $file cannot be read; nothing was changed. See $DATA/log/restore.log."
    [ "$(counted_rows pulsanda_restored)" = "$(cat "$work/rows")" ] || refuse "Rows of $file are missing; nothing was changed."
    last=$(sql pulsanda_restored -c 'SELECT max(version) FROM doctrine_migration_versions')
    [ -f "$ROOT/migrations/${last##*\\}.php" ] \
        || refuse "$file comes from a newer Pulsanda than this one; install that version first. Nothing was changed."
    migrate pulsanda_restored
    sql postgres >/dev/null <<SQL
DROP DATABASE IF EXISTS ${database}_before WITH (FORCE);
SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname IN ('$database', 'pulsanda_restored');
SQL
    ! sql postgres -c "SELECT 1 FROM pg_database WHERE datname = '$database'" | grep -q 1 \
        || sql postgres -c "ALTER DATABASE $database RENAME TO ${database}_before"
    sql postgres -c "ALTER DATABASE pulsanda_restored RENAME TO $database"
    sed -i "s/^APP_SECRET=.*/APP_SECRET=$(tr -dc 'A-Za-z0-9' <"$work/secret")/" "$DATA/secrets"
    rm -rf "$work"
}
