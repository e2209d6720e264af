-- Up Migration

-- What is true of a machine today is no figure of it: it had been kept among them. Every state that was told is kept as a revision.
create table machine_state (
  machine_id text primary key,
  data       jsonb not null
);
alter table revision drop constraint if exists revision_kind_check;
insert into machine_state (machine_id, data)
select machine ->> 'id',
       jsonb_build_object('leftMl', coalesce((
         select jsonb_object_agg(ink ->> 'channel', ink #> '{container,leftMl}')
         from jsonb_array_elements(machine -> 'inks') ink
         where jsonb_typeof(ink #> '{container,leftMl}') = 'number'), '{}'))
       || case when machine #>> '{whiteSlot,stands}' in ('under', 'other')
            then jsonb_build_object('whiteSlot', machine #> '{whiteSlot,stands}') else '{}' end
from shop, jsonb_array_elements(shop.data -> 'machines') machine
on conflict do nothing;
