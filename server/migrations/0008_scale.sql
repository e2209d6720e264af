-- Up Migration

-- The same file may be read at several scales: artwork drawn at 1:10, or made a little larger for a label.
alter table artwork add column scale float8 not null default 1 check (scale > 0);
alter table artwork drop constraint artwork_file_dpi_key;
alter table artwork add constraint artwork_file_dpi_scale_key unique (file_id, dpi, scale);
