-- How roles that are started from others are called; one row at most.
create table naming_rule (
    id integer primary key,
    prefix varchar(40) not null,
    suffix varchar(40) not null,
    is_numbered boolean not null,
    owner varchar(80) not null,
    changed_at timestamp with time zone not null
);
