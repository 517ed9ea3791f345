create table import_table (
    id uuid primary key,
    name varchar(200) not null,
    sheet varchar(20) not null,
    owner varchar(80) not null,
    created_at timestamp with time zone not null,
    version bigint not null,
    header text not null,
    mapping text not null,
    rows_read text not null,
    problem varchar(400) not null
);
create index import_table_created on import_table (created_at);
