alter table administrator add column made_at timestamp with time zone;
alter table administrator add column ended_at timestamp with time zone;
