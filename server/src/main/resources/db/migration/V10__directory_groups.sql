-- Groups that directories list, as they were last read, and below which name they are.
create table directory_group (
    directory varchar(60) not null,
    name varchar(400) not null,
    body text not null,
    primary key (directory, name)
);

alter table directory_source add column groups_dn varchar(500) default '' not null;

-- Whether the last whole reading read groups as well.
alter table directory_reading add column has_groups boolean default false not null;
