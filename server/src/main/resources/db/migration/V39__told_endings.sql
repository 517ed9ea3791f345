-- Ends that somebody was told of, and with how many days left; with another last day the same thing is told of anew.
create table told_ending (
    fact uuid not null,
    until_at timestamp(9) with time zone not null,
    days integer not null,
    told_at timestamp(9) with time zone not null,
    primary key (fact, until_at, days)
);
create index told_ending_until on told_ending (until_at);
create index message_person_occasion on message (person_id, occasion, made_at);
