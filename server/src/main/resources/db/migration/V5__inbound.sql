-- What becomes of changes that nobody drafted (rule 17), by where they come from.
create table standing_policy (
    origin varchar(20) primary key,
    mode varchar(10) not null,
    most_people integer not null,
    most_percent integer not null,
    owner varchar(80) not null,
    changed_at timestamp with time zone not null
);

-- Drafts that hold such changes for a person.
create table held_change (
    draft_id uuid primary key,
    origin varchar(20) not null,
    source varchar(80) not null,
    reasons varchar(1000) not null,
    held_at timestamp with time zone not null
);

-- Programs that may push. Of a key only the hash is kept.
create table service_identity (
    id uuid primary key,
    name varchar(80) not null unique,
    owner varchar(80) not null,
    key_hash varchar(64) not null unique,
    made_at timestamp with time zone not null,
    expires_at timestamp with time zone not null,
    ended_at timestamp with time zone,
    used_at timestamp with time zone
);

-- Users as they were pushed, and what became of them here.
create table pushed_user (
    id uuid primary key,
    service_id uuid not null references service_identity (id),
    user_name varchar(200) not null,
    external_id varchar(200),
    body varchar(8000) not null,
    version bigint not null,
    state varchar(10) not null,
    person_id uuid,
    linked boolean not null,
    draft_id uuid,
    made_at timestamp with time zone not null,
    changed_at timestamp with time zone not null,
    unique (service_id, user_name),
    unique (service_id, external_id)
);

create index pushed_user_changed on pushed_user (changed_at);

-- Who of the people an administrator is, so that nobody's own access is changed unseen.
alter table administrator add column person_id uuid;
