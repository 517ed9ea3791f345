-- which object of a tenant is which of ours
create table remote_link (
    tenant_id uuid not null,
    object varchar(60) not null,
    remote_id varchar(1000) not null,
    linked_at timestamp with time zone not null,
    primary key (tenant_id, object)
);
insert into remote_link (tenant_id, object, remote_id, linked_at)
    select tenant_id, object, remote_id, read_at from observed where object not like 'stranger:%';

-- ids are any text, up to the longest that is kept
alter table observed alter column object set data type varchar(1100);
alter table observed alter column remote_id set data type varchar(1000);
