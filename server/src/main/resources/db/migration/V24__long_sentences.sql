-- A sentence says all that its change holds, lists of permissions and people among it.
alter table log_entry alter column sentence set data type varchar(1000000);
