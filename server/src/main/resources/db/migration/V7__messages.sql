-- What messages say; without a row, what they said when Wexa came.
create table message_template (
    occasion varchar(20) primary key,
    subject varchar(200) not null,
    body varchar(8000) not null,
    automatic boolean not null,
    days_before integer not null,
    changed_by varchar(80) not null,
    changed_at timestamp with time zone not null
);

-- One message to one person about the accounts that were opened, and how far it came. Links stand in the mail only.
create table message (
    id uuid primary key,
    person_id uuid not null,
    occasion varchar(20) not null,
    accounts varchar(4000) not null,
    by_hand boolean not null,
    state varchar(10) not null,
    detail varchar(500) not null,
    made_at timestamp with time zone not null,
    due_at timestamp with time zone not null,
    attempts integer not null,
    sent_at timestamp with time zone,
    address varchar(254),
    subject varchar(400),
    body varchar(16000)
);

create index message_open on message (state, due_at);
create index message_made on message (made_at);
create index message_person on message (person_id);

-- Links for choosing a password, as hashes. Accounts of which the password was set are crossed out in done.
create table activation (
    id uuid primary key,
    message_id uuid not null references message (id),
    person_id uuid not null,
    token_hash varchar(64) not null unique,
    accounts varchar(4000) not null,
    done varchar(4000) not null,
    made_at timestamp with time zone not null,
    expires_at timestamp with time zone not null,
    ended_at timestamp with time zone
);

create index activation_person on activation (person_id);

-- Where people sign in to a tenant, for those who are told.
alter table tenant_connection add column door varchar(500);
