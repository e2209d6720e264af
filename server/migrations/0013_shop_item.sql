-- Up Migration

-- The things of a shop, each as it is now; every state that one had is a revision. They had been one value.
create table shop_item (
  kind     text not null check (kind in ('machine', 'material', 'ink', 'prices', 'rules', 'preset')),
  id       text not null,
  -- In the order in which they were made.
  place    bigint generated always as identity,
  standing text not null default 'active' check (standing in ('active', 'draft', 'retired')),
  data     jsonb not null,
  constraint shop_item_pkey primary key (kind, id)
);

-- Who saved a state, and what for.
alter table revision add column saved_by text not null default 'this computer', add column note text not null default '';

insert into shop_item (kind, id, data)
select 'machine', machine ->> 'id', machine
from shop, jsonb_array_elements(shop.data -> 'machines') with ordinality one (machine, at) order by at;
insert into shop_item (kind, id, data)
select 'material', material ->> 'id', material
from shop, jsonb_array_elements(shop.data -> 'materials') with ordinality one (material, at) order by at;
insert into shop_item (kind, id, data)
select 'prices', 'standard', jsonb_build_object('prices', shop.data -> 'prices') from shop;
insert into shop_item (kind, id, data)
select 'rules', 'standard', '{"rules": {}}' from shop;
insert into shop_item (kind, id, data)
select 'preset', id::text, jsonb_build_object('name', name, 'about', about, 'notation', notation) from preset order by lower(name), id;
drop table preset;
insert into revision (kind, name, number, data)
select kind, id, 1, data from shop_item
on conflict do nothing;

alter table shop add column name text;
update shop set name = coalesce(data ->> 'name', 'Our shop');
alter table shop alter column name set not null;
alter table shop drop column data;
