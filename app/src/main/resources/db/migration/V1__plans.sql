create table mesh (
    hash text primary key,
    name text not null,
    content bytea not null,
    created timestamptz not null
);

create table plan (
    id uuid primary key,
    version integer not null,
    name text not null,
    revision uuid not null,
    created timestamptz not null,
    updated timestamptz not null,
    removed boolean not null default false
);

-- A plan's history is a tree: undo goes to the parent, redo to the newest child.
create table revision (
    id uuid primary key,
    plan uuid not null references plan on delete cascade deferrable initially deferred,
    parent uuid references revision on delete cascade,
    document jsonb not null,
    created timestamptz not null
);

create index revision_by_parent on revision (parent, created);
create index revision_by_plan on revision (plan);

alter table plan
    add foreign key (revision) references revision deferrable initially deferred;

create table program (
    id uuid primary key,
    plan uuid not null references plan on delete cascade,
    revision uuid not null references revision on delete cascade,
    file_name text not null,
    content bytea not null,
    size bigint not null,
    created timestamptz not null
);

create index program_by_plan on program (plan, created);
