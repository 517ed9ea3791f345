-- Entries and groups are known by what stays, not by uid or cn. What was read is read anew, and until then nobody has vanished.
drop table directory_entry;
create table directory_entry (
    directory varchar(60) not null,
    entry_id varchar(600) not null,
    body text not null,
    created_at timestamp with time zone,
    primary key (directory, entry_id)
);
drop table directory_group;
create table directory_group (
    directory varchar(60) not null,
    entry_id varchar(600) not null,
    body text not null,
    primary key (directory, entry_id)
);
delete from directory_reading;
alter table kept_apart alter column user_id set data type varchar(600);

alter table directory_source add column id_attribute varchar(100) default 'entryUUID' not null;
alter table directory_source add column certificates text default '' not null;
alter table directory_source add column limit_seconds integer default 5 not null;
alter table directory_source add column is_paused boolean default false not null;
