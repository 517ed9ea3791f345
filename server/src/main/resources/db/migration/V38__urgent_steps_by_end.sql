-- accounts that were closed of late are looked for twice a minute
create index step_urgent_end on step (urgent, finished_at);
