-- a link that is being used: nobody else uses it meanwhile
alter table activation add column claimed_at timestamp with time zone;
