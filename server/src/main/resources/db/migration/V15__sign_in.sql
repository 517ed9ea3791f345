-- somebody else chose the password: it is changed at the first sign-in
alter table administrator add column must_change boolean default false not null;
alter table administrator add column has_second_factor boolean default false not null;

create table second_factor (
    administrator_id uuid primary key references administrator (id),
    secret bytea not null,
    is_confirmed boolean not null,
    -- the last step of time whose code was taken: a code works once
    last_step bigint not null
);
create table recovery_code (
    hash varchar(64) primary key,
    administrator_id uuid not null references administrator (id),
    used_at timestamp with time zone
);
create index recovery_code_administrator on recovery_code (administrator_id);

create table known_device (
    hash varchar(64) primary key,
    administrator_id uuid not null references administrator (id),
    last_used_at timestamp with time zone not null
);
create index known_device_administrator on known_device (administrator_id);
