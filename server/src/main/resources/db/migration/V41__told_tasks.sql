-- Work by hand that somebody was told of; given to somebody else it is told of anew.
create table told_task (
    step uuid not null,
    person uuid not null,
    told_at timestamp(9) with time zone not null,
    primary key (step, person)
);
create index told_task_at on told_task (told_at);
