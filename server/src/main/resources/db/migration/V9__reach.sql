-- Where administrators may change something: ids with commas between; null is everywhere.
alter table administrator add column tenants varchar(4000);
alter table administrator add column units varchar(4000);
