-- written to by the health check: a store that cannot be written to is not up
create table store_check (id integer primary key, at timestamp with time zone not null);
insert into store_check (id, at) values (1, timestamp with time zone '2026-01-01 00:00:00+00');
