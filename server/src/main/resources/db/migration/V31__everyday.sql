-- What administrators keep for their own day: filters by name, pins, and how their Desk is arranged.
create table saved_view (
    id uuid primary key,
    owner varchar(100) not null,
    name varchar(100) not null,
    place varchar(20) not null,
    filter varchar(4000) not null,
    is_shared boolean not null,
    made_at timestamp with time zone not null,
    constraint saved_view_name unique (owner, place, name)
);

create table desk_pin (
    id uuid primary key,
    login varchar(100) not null,
    view_id uuid references saved_view (id) on delete cascade,
    act varchar(100),
    place integer not null
);
create index desk_pin_login on desk_pin (login);

-- How many a pinned filter found on a day, as last counted on it.
create table pin_count (
    pin_id uuid not null references desk_pin (id) on delete cascade,
    counted_on date not null,
    total integer not null,
    primary key (pin_id, counted_on)
);

create table desk_order (
    login varchar(100) primary key,
    sections varchar(1000) not null,
    hidden varchar(1000) not null,
    only_mine boolean not null
);

-- A line that an administrator does not want to see before a day, unless its matter becomes another.
create table desk_quiet (
    login varchar(100) not null,
    line varchar(64) not null,
    matter varchar(64) not null,
    until_day date not null,
    reason varchar(500) not null,
    primary key (login, line)
);

create table desk_taken (
    line varchar(64) primary key,
    holder varchar(100) not null,
    given_by varchar(100) not null,
    taken_at timestamp with time zone not null
);

create table desk_comment (
    id uuid primary key,
    line varchar(64) not null,
    author varchar(100) not null,
    said_at timestamp with time zone not null,
    text varchar(2000) not null
);
create index desk_comment_line on desk_comment (line);

-- What one seat of a kind costs a month, in the currency of the organisation.
create table seat_price (
    tenant_id uuid not null,
    kind varchar(60) not null,
    amount decimal(12, 2) not null,
    primary key (tenant_id, kind)
);
