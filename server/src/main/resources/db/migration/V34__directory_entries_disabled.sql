-- how a directory says that an entry is disabled, and the login with which Wexa may say it there
alter table directory_source add column disabled_attribute varchar(100) default '' not null;
alter table directory_source add column disabled_value varchar(200) default '' not null;
alter table directory_source add column write_dn varchar(500) default '' not null;
alter table directory_source add column write_password bytea;
alter table directory_source add column writes_since timestamp with time zone;

-- what became of disabling somebody's entry
create table directory_closing (
    directory varchar(60) not null,
    entry_id varchar(600) not null,
    person uuid not null,
    state varchar(20) not null,
    is_ours boolean not null,
    previous varchar(400),
    at timestamp with time zone not null,
    by_login varchar(100) not null,
    answer varchar(500) not null,
    primary key (directory, entry_id)
);
create index directory_closing_person on directory_closing (person);
