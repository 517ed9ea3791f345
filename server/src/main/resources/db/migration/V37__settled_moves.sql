-- job changes that other programs brought, and that somebody has looked at
create table settled_move (
    engagement uuid primary key,
    version bigint not null
);
