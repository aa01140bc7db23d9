-- Titles of the errors in spite of which the program was written, a line each; empty for none.
alter table program add column despite text not null default '';
