# Everything that a school keeps, in one file and back: for bin/backup, bin/restore, bin/start and the tests. Needs services.sh and a
# database that answers. Beside the school's database NAME there are, for a while, NAME_check (a backup that is read back), NAME_restored
# (what is about to take its place), NAME_leaving (what it takes the place of), and until the next time NAME_before.

# What a database holds, in numbers: tables with their rows.
counted_rows() {
    sql "$1" <<'SQL'
SELECT string_agg(table_name || ' ' || (xpath('/row/n/text()',
    query_to_xml(format('SELECT count(*) AS n FROM %I', table_name), false, true, '')))[1]::text, ', ' ORDER BY table_name)
FROM information_schema.tables WHERE table_schema = 'public' AND table_type = 'BASE TABLE' AND table_name NOT IN ('sessions', 'cache_items')
SQL
}

drop_database() { sql postgres -c "DROP DATABASE IF EXISTS \"$1\" WITH (FORCE)"; }

# Megabytes of a database.
size_of() { sql postgres -c "SELECT pg_database_size('$1') / 1048576 + 1"; }

# load_dump FILE NAME: rows of a dump as a database of this name, owned as others are.
load_dump() {
    local role=(--role=pulsanda_owner)
    ! outside || role=()
    drop_database "$2" || return 1
    create_database "$2" || return 1
    as_admin pg_restore -d "$2" --no-owner --no-acl "${role[@]}" --exit-on-error "$1" 2>"$DATA/log/restore.log" || return 1
}

# backup_to FILE DATABASE [rehearse]: one snapshot, whatever is written meanwhile; checked by bringing it back into a database of its own,
# which with "rehearse" is also brought up to date. What goes wrong leaves nothing.
backup_to() {
    local file=$1 database=$2 rehearse=${3:-} work check=$2_check
    case $file in /*) ;; *) file=$PWD/$file ;; esac
    [ ! -d "$file" ] || fail "$file is a folder; name a file in it."
    [ ! -e "$file" ] || fail "$file is there already; name another file, or remove it first."
    [ -d "${file%/*}/" ] || fail "There is no folder ${file%/*}; make it first."
    [ -w "${file%/*}/" ] || fail "The folder ${file%/*} cannot be written; check its rights."
    need $(($(size_of "$database") + 20)) "$DATA" "A backup"
    work=$(mktemp -d "$DATA/backup.XXXXXX") || fail "The folder $DATA cannot be written; check its rights and the room on the disk."
    ( # whatever ends this ends it without remains
        trap 'rm -rf "$work" "$file.part"; drop_database "$check" >/dev/null 2>&1 || :' EXIT
        trap 'exit 1' INT TERM HUP
        chmod 700 "$work"
        as_admin pg_dump -Fc --no-owner --no-acl --exclude-table-data=sessions --exclude-table-data=cache_items \
            -f "$work/database.dump" "$database" 2>"$DATA/log/backup.log" \
            || fail "The database could not be read; see $DATA/log/backup.log. $(free_on "$DATA") MB of disk are free there."
        load_dump "$work/database.dump" "$check" || fail "The backup could not be read back, so it is none; see $DATA/log/restore.log."
        counted_rows "$check" >"$work/rows"
        [ "$rehearse" != rehearse ] || (migrate "$check") \
            || fail "A copy of the school could not be brought up to date, so nothing was changed; what ran before runs on."
        # With it second factors are sealed.
        secret APP_SECRET >"$work/secret"
        (cd "$work" && sha256sum database.dump rows secret >checks && umask 077 && tar -cf "$file.part" checks rows secret database.dump) \
            && sync "$file.part" && mv "$file.part" "$file" \
            || fail "$file could not be written; $(free_on "${file%/*}") MB of disk are free there."
    )
}

# thin FOLDER DAYS: of daily backups, all of the last seven days stay, then one a week; nothing stays longer than DAYS. The newest always
# stays. Dates are those of the names; what is named otherwise is not touched.
thin() {
    local folder=$1 days=$2 newest last= file date age week
    newest=$(basename "$(printf '%s\n' "$folder"/pulsanda-????-??-??.pulsanda | sort | tail -1)")
    newest=$(($(date -ud "${newest:9:10}" +%s) / 86400))
    for file in "$folder"/pulsanda-????-??-??.pulsanda; do
        date=$(basename "$file" .pulsanda) && date=$(date -ud "${date#pulsanda-}" +%s 2>/dev/null) || continue
        age=$((newest - date / 86400)) week=$(((date / 86400 + 3) / 7)) # weeks begin on Monday
        if [ $age -ge "$days" ] || { [ $age -ge 7 ] && [ "$week" = "$last" ]; }; then
            rm -f "$file"
            say "$file is not needed any more and was deleted."
        else
            last=$week
        fi
    done
}

# unpack FILE DATABASE: the file's rows as DATABASE_restored, brought up to date, and its secret in restore/secret. All of it is read,
# checked and brought back here, while people go on working in DATABASE.
unpack() {
    local file=$1 database=$2 work=$DATA/restore last
    refuse() { drop_database "$database"_restored; rm -rf "$work"; fail "$1"; }
    rm -rf "$work"
    mkdir -m 700 "$work" || fail "The folder $DATA cannot be written; check its rights and the room on the disk."
    tar -xf "$file" -C "$work" checks rows secret database.dump 2>/dev/null && (cd "$work" && sha256sum --status -c checks 2>/dev/null) \
        || refuse "$file is no backup of Pulsanda, or it is broken; nothing was changed."
    load_dump "$work/database.dump" "$database"_restored \
        || refuse "The rows of $file cannot be read; nothing was changed. See $DATA/log/restore.log."
    # Older files counted what a backup leaves out, too.
    [ "$(counted_rows "$database"_restored)" = "$(sed -E 's/(^|, )cache_items [0-9]+(, |$)/\1/; s/, $//' "$work/rows")" ] \
        || refuse "Rows of $file are missing; nothing was changed."
    last=$(sql "$database"_restored -c 'SELECT max(version) FROM doctrine_migration_versions')
    [ -f "$CODE/migrations/${last##*\\}.php" ] \
        || refuse "$file comes from a newer Pulsanda than this one; install that version first. Nothing was changed."
    (migrate "$database"_restored) || refuse "The rows of $file cannot be brought up to date; nothing was changed."
    rm -f "$work/database.dump"
}

# exchange FROM DATABASE TO: DATABASE becomes TO, FROM becomes DATABASE, both or neither.
exchange() {
    sql postgres >/dev/null <<SQL
SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname IN ('$1', '$2') AND pid <> pg_backend_pid();
BEGIN;
ALTER DATABASE "$2" RENAME TO "$3";
ALTER DATABASE "$1" RENAME TO "$2";
COMMIT;
SQL
}

# take_over DATABASE: DATABASE_restored in its place, with its secret; nobody may be at work in it. resume_restore ends what a kill cuts.
take_over() {
    drop_database "$1"_leaving
    printf 'APP_SECRET=%s\nBEFORE_SECRET=%s\n' "$(tr -dc 'A-Za-z0-9' <"$DATA/restore/secret")" "$(secret APP_SECRET)" \
        >"$DATA/restore/secrets"
    exchange "$1"_restored "$1" "$1"_leaving || fail "The databases could not be exchanged; nothing was changed."
    change_secrets "$(cat "$DATA/restore/secrets")"$'\n'
}

# give_back DATABASE: what take_over did is undone.
give_back() {
    exchange "$1"_leaving "$1" "$1"_restored || fail "The databases could not be exchanged back; the one from before is ${1}_leaving."
    change_secrets "APP_SECRET=$(secret BEFORE_SECRET)"$'\n'
    drop_database "$1"_restored
    rm -rf "$DATA/restore"
}

# resume_restore DATABASE: what a restore that was cut off has left, becomes either all of it or nothing.
resume_restore() {
    [ -d "$DATA/restore" ] || return 0
    if exists "$1"_leaving; then
        change_secrets "$(cat "$DATA/restore/secrets")"$'\n'
    else
        drop_database "$1"_restored
        rm -rf "$DATA/restore"
    fi
}

# settle_restore DATABASE: the application answers, so that what was there before is now what "before" means.
settle_restore() {
    [ -d "$DATA/restore" ] || return 0
    if exists "$1"_leaving; then
        drop_database "$1"_before
        sql postgres -c "ALTER DATABASE \"${1}_leaving\" RENAME TO \"${1}_before\""
    fi
    rm -rf "$DATA/restore"
}
