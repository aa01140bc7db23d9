-- What an edit did, in words; revisions from before are called an edit.
alter table revision add column what text not null default 'An edit';
alter table revision alter column what drop default;
