-- Up Migration

-- What the customer and the floor know of a job, apart from how it is printed: changing it makes no version of the plan.
alter table job
  add column state text not null default 'quoted'
    check (state in ('quoted', 'accepted', 'ready', 'printing', 'done', 'delivered', 'closed', 'cancelled')),
  add column due timestamptz;
create index job_due on job (due) where due is not null;
