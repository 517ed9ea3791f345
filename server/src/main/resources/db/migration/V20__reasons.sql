alter table draft add column reason varchar(500) default '' not null;
alter table draft add column ticket varchar(100) default '' not null;
alter table log_entry add column reason varchar(500) default '' not null;
alter table log_entry add column ticket varchar(100) default '' not null;
