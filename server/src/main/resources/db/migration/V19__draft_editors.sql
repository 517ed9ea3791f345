-- Who else than its owner changed a draft last: the log says so once, not with every keystroke.
alter table draft add column edited_by varchar(80) default '' not null;
