-- an entry that changes a fact keeps the fact as its writer saw it
alter table draft_entry add column seen text;
-- the log is filtered by who and when
create index log_entry_at on log_entry (at);
create index log_entry_actor on log_entry (actor, number);
