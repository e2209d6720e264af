-- Work is done in the language of whoever asked for it last: a refusal is stored as the sentence it is.
alter table artwork add column language text not null default 'en';
alter table plate_build add column language text not null default 'en';
alter table plate_export add column language text not null default 'en';
