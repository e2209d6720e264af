-- Up Migration

-- The picture of one job among many. Pages that were read before have none until somebody asks for it.
alter table page_preview add column thumbnail bytea;
