-- Whether an administrator sees only what lies in their scope, and changes nothing.
alter table administrator add column sees_scope_only boolean not null default false;
