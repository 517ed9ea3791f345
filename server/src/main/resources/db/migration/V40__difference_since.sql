-- since when an object of a tenant has not been as it should be, by the reading that showed it first
create table difference_since (
    tenant uuid not null,
    object varchar(100) not null,
    since timestamp(9) with time zone not null,
    primary key (tenant, object)
);
