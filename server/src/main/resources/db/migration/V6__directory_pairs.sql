-- Entries and people that look alike and were said to be two.
create table kept_apart (
    directory varchar(60) not null,
    user_id varchar(200) not null,
    person_id uuid not null,
    said_by varchar(80) not null,
    said_at timestamp with time zone not null,
    primary key (directory, user_id, person_id)
);

-- What the last reading offered to the standing policy, so that what was discarded does not come again by itself.
alter table directory_reading add column offered varchar(64);
