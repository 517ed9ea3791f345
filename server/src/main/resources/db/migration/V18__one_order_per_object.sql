-- A step names the object that it is about, so that steps of all jobs about one object have one order.
alter table step add column object varchar(120) default '' not null;
-- Steps of one phase may be on their way at once; those of the next wait for them.
alter table step add column phase integer default 0 not null;
alter table step add column makes boolean default false not null;
alter table step add column urgent boolean default false not null;
-- Why a step that was on its way when its job was stopped is not tried again.
alter table step add column stopped varchar(2000) default '' not null;
-- A late request of another claim may have changed the object after this one had: it is looked at again.
alter table step add column doubted boolean default false not null;

update step set object = coalesce(regexp_substr(body, '(ACCOUNT|GROUP|ROLE|ASSIGNMENT):[0-9a-f-]{36}'), '')
    where kind in ('CARRY', 'LINK');
update step set object = 'ACCOUNT:' || body, phase = 100 where kind = 'ASK';
update step set makes = true where kind = 'LINK' or (kind = 'CARRY' and body like '%"verb":"CREATE"%');
-- What a step needs was places in its job, and is objects now: a star means that its body tells.
update step set needs = case when kind = 'CARRY' then '*' else '' end;
create index step_object on step (tenant_id, object, state);
