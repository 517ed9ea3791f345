-- Directories that administrators connected; passwords are ciphertext.
create table directory_source (
    home varchar(60) primary key,
    name varchar(80) not null,
    host varchar(255) not null,
    port integer not null,
    encryption varchar(10) not null,
    bind_dn varchar(500) not null,
    bind_password bytea,
    people_dn varchar(500) not null,
    made_at timestamp with time zone not null
);
