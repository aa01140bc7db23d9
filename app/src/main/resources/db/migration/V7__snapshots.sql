-- The machine and filaments that a revision is computed with, kept once under a hash of them.
create table snapshot (
    hash text primary key,
    content jsonb not null
);

-- Revisions from before snapshots have none: they are computed with the shelf as it is.
alter table revision add column snapshot text references snapshot;

create index revision_by_snapshot on revision (snapshot);
