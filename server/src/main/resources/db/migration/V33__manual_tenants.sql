-- tenants without an interface: what is to be done there, somebody does by hand
create table manual_tenant (
    tenant_id uuid primary key,
    assignee uuid,
    instructions varchar(2000) not null,
    hours int not null
);

-- whose task a step is, and who said that it was done
alter table step add column assignee uuid;
alter table step add column confirmed_by varchar(80);
