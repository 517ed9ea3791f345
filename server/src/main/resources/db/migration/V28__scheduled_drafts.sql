-- Drafts that are to be applied at a set instant; one that was not applied stays until somebody decides.
create table scheduled_draft (
    draft_id uuid primary key references draft (id),
    draft_version bigint not null,
    due timestamp with time zone not null,
    login varchar(80) not null,
    request_id uuid not null,
    outline varchar(100) not null,
    failed_at timestamp with time zone,
    detail varchar(2000) not null
);

create index scheduled_draft_due on scheduled_draft (due);
