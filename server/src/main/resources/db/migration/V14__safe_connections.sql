-- whom a tenant's connection believes, in PEM; empty for whom the machine trusts
alter table tenant_connection add column certificates text default '' not null;

-- what happened at the doors; not in the log, whose head it would hold
create table security_event (
    id uuid primary key,
    at timestamp with time zone not null,
    kind varchar(40) not null,
    login varchar(80) not null,
    address varchar(80) not null,
    detail varchar(600) not null
);
create index security_event_at on security_event (at, id);
create index security_event_login on security_event (login, at);
