create table recipe (
    id text primary key,
    name text not null,
    based_on text references recipe,
    own jsonb not null
);
