-- Plans that were made of one another to be compared: all name the first of them, which names none.
alter table plan
    add column origin uuid references plan on delete set null,
    add column variant text not null default 'first';

create index plan_by_origin on plan (origin);
