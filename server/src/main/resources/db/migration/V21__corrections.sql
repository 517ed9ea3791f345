-- Rows of tables that were corrected, over those that were read.
create table import_correction (
    import_id uuid not null references import_table (id) on delete cascade,
    line bigint not null,
    cells text not null,
    primary key (import_id, line)
);
