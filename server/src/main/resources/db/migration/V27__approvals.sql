-- Who else than its owner worked on a draft: none of them may approve it.
create table draft_editor (
    draft_id uuid not null references draft (id),
    login varchar(80) not null,
    primary key (draft_id, login)
);

insert into draft_editor (draft_id, login)
select id, edited_by from draft where edited_by <> '';

-- Which drafts need a second person (rule 18); one row at most.
create table approval_policy (
    id integer primary key,
    for_privileged boolean not null,
    for_conflicts boolean not null,
    most_people integer not null,
    owner varchar(80) not null,
    changed_at timestamp with time zone not null
);

-- What was asked and answered about a draft; the newest of a draft counts, and is kept with the changeset that it led to.
create table approval (
    id uuid primary key,
    draft_id uuid not null,
    digest varchar(100) not null,
    asked_by varchar(80) not null,
    asked_at timestamp with time zone not null,
    asked_note varchar(1000) not null,
    state varchar(10) not null,
    answered_by varchar(80),
    answered_at timestamp with time zone,
    answer_note varchar(1000) not null,
    changeset bigint
);

create index approval_draft on approval (draft_id, asked_at);
create index approval_changeset on approval (changeset);
