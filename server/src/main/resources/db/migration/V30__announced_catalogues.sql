-- What each tenant last said can be done in it, and what kept it from being asked since.
create table announced_catalogue (
    tenant_id uuid primary key,
    body text,
    read_at timestamp with time zone,
    detail varchar(2000) not null,
    tried_at timestamp with time zone not null
);
