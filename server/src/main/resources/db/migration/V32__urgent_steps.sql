-- those that take somebody the way in are looked for before each step is claimed
create index step_urgent on step (tenant_id, urgent, state);
