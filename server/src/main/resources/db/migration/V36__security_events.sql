-- tenants that take security events, and what was pushed to them
create table event_receiver (
    tenant_id uuid primary key,
    url varchar(500) not null,
    audience varchar(300) not null,
    since timestamp with time zone not null
);
create table session_notice (
    id uuid primary key,
    tenant_id uuid not null,
    account uuid not null,
    step uuid not null,
    kind varchar(20) not null,
    state varchar(12) not null,
    happened_at timestamp with time zone not null,
    due_at timestamp with time zone not null,
    attempts int not null,
    answered_at timestamp with time zone,
    answer varchar(500) not null,
    unique (step, kind)
);
create index session_notice_due on session_notice (state, due_at);
create index session_notice_account on session_notice (account);

-- with which key events are signed
create table event_signing_key (
    id uuid primary key,
    jwk bytea not null,
    made_at timestamp with time zone not null
);
