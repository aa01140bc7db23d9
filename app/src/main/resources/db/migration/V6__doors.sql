-- Removed plans are kept for a time, and then erased.
alter table plan add column removed_at timestamptz;
update plan set removed_at = updated where removed;
alter table plan drop column removed;

-- Which meshes a plan may name: those of any of its revisions. Meshes that no plan uses are erased.
create table mesh_use (
    plan uuid not null references plan on delete cascade,
    mesh text not null references mesh on delete cascade,
    primary key (plan, mesh)
);

create index mesh_use_by_mesh on mesh_use (mesh);

insert into mesh_use (plan, mesh)
select distinct r.plan, m.hash
from revision r
cross join lateral jsonb_path_query(r.document, 'lax $.**.mesh') as named(reference)
join mesh m on m.hash = named.reference #>> '{}';

-- Shelf items are written one by one, each with a version of its own.
alter table shelf_item
    add column version integer not null default 0,
    add column imported boolean not null default false;
