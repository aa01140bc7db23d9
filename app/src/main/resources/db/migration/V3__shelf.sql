create table shelf_item (
    kind text not null,
    id text not null,
    place integer not null,
    content jsonb not null,
    primary key (kind, id)
);
