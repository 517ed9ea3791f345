create table fact (
    kind varchar(20) not null,
    id uuid not null,
    form_version integer not null,
    body text not null,
    primary key (kind, id)
);
create table head (id integer primary key, version bigint not null);
insert into head (id, version) values (1, 0);

create table changeset (
    version bigint primary key,
    id uuid not null unique,
    origin varchar(20) not null,
    name varchar(200) not null,
    actor varchar(80) not null,
    applied_at timestamp with time zone not null,
    request_id uuid unique,
    draft_id uuid,
    effects text not null
);
create table log_entry (
    number bigint primary key,
    at timestamp with time zone not null,
    actor varchar(80) not null,
    sentence varchar(2000) not null,
    changeset_version bigint not null
);
create index log_entry_changeset on log_entry (changeset_version);
create table log_subject (
    number bigint not null references log_entry (number),
    fact_id uuid not null,
    primary key (fact_id, number)
);

create table draft (
    id uuid primary key,
    name varchar(200) not null,
    owner varchar(80) not null,
    state varchar(20) not null,
    base_version bigint not null,
    version bigint not null,
    created_at timestamp with time zone not null,
    changed_at timestamp with time zone not null
);
create index draft_owner on draft (owner, state);
create table draft_entry (
    id uuid primary key,
    draft_id uuid not null references draft (id) on delete cascade,
    place integer not null,
    form varchar(40) not null,
    fields text not null
);
create index draft_entry_draft on draft_entry (draft_id, place);

create table job (
    id uuid primary key,
    number bigint not null unique,
    changeset_version bigint not null,
    name varchar(200) not null,
    created_at timestamp with time zone not null
);
create table step (
    id uuid primary key,
    job_id uuid not null references job (id),
    tenant_id uuid not null,
    place integer not null,
    kind varchar(20) not null,
    subject varchar(200) not null,
    body text not null,
    needs varchar(4000) not null,
    state varchar(20) not null,
    attempts integer not null,
    due_at timestamp with time zone not null,
    sent_at timestamp with time zone,
    finished_at timestamp with time zone,
    detail varchar(2000) not null
);
create index step_job on step (job_id, place);
create index step_tenant on step (tenant_id, state, due_at);

create table observed (
    tenant_id uuid not null,
    object varchar(120) not null,
    remote_id varchar(200) not null,
    body text not null,
    read_at timestamp with time zone not null,
    primary key (tenant_id, object)
);
create table reading (
    tenant_id uuid primary key,
    state varchar(20) not null,
    detail varchar(2000) not null,
    tried_at timestamp with time zone not null,
    done_at timestamp with time zone,
    objects integer not null
);
create table proof (
    account_id uuid not null,
    question varchar(240) not null,
    permitted boolean not null,
    reason varchar(400) not null,
    asked_at timestamp with time zone not null,
    primary key (account_id, question)
);

create table directory_entry (
    directory varchar(60) not null,
    user_id varchar(200) not null,
    body text not null,
    created_at timestamp with time zone,
    primary key (directory, user_id)
);
create table directory_reading (
    directory varchar(60) primary key,
    state varchar(20) not null,
    detail varchar(2000) not null,
    tried_at timestamp with time zone not null,
    done_at timestamp with time zone,
    entries integer not null
);
create table tenant_connection (
    tenant_id uuid primary key,
    url varchar(400) not null,
    token bytea not null
);
create table administrator (
    id uuid primary key,
    login varchar(80) not null unique,
    name varchar(200) not null,
    password varchar(400) not null,
    acts varchar(200) not null
);

create table clock_tick (id integer primary key, at timestamp with time zone not null);

create table scheduled_tasks (
    task_name varchar(100) not null,
    task_instance varchar(100) not null,
    task_data bytea,
    execution_time timestamp with time zone not null,
    picked boolean not null,
    picked_by varchar(100),
    last_success timestamp with time zone,
    last_failure timestamp with time zone,
    consecutive_failures integer,
    last_heartbeat timestamp with time zone,
    version bigint not null,
    priority smallint,
    primary key (task_name, task_instance)
);
create index scheduled_tasks_due on scheduled_tasks (execution_time);
create index scheduled_tasks_heartbeat on scheduled_tasks (last_heartbeat);
