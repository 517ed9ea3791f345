-- passwords, door codes and the like that several people know; the secrets themselves are kept elsewhere
create table shared_secret (
    id uuid primary key,
    name varchar(120) not null,
    place varchar(200) not null,
    tenant_id uuid,
    owner uuid not null,
    changed_at timestamp with time zone not null,
    version bigint not null
);
create table shared_secret_knower (
    secret_id uuid not null references shared_secret (id) on delete cascade,
    person uuid not null,
    primary key (secret_id, person)
);
create index shared_secret_knower_person on shared_secret_knower (person);
