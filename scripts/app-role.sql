-- The application's role: no superuser, owner of what it works on. Run each time; changes nothing when all is so.
select not exists (select from pg_roles where rolname = 'hephaist_app') as missing \gset
\if :missing
create role hephaist_app;
\endif
alter role hephaist_app login nosuperuser nocreaterole createdb noreplication nobypassrls password :'secret';
select format('alter database %I owner to hephaist_app', current_database()) \gexec
select format('alter schema %I owner to hephaist_app', nspname) from pg_namespace where nspname in ('public', 'queue') \gexec
select format('alter table %s owner to hephaist_app', c.oid::regclass)
from pg_class c join pg_namespace n on n.oid = c.relnamespace
where n.nspname in ('public', 'queue') and c.relkind in ('r', 'p', 'v', 'm') and c.relowner <> 'hephaist_app'::regrole \gexec
select format('alter routine %s owner to hephaist_app', p.oid::regprocedure)
from pg_proc p join pg_namespace n on n.oid = p.pronamespace
where n.nspname in ('public', 'queue') and p.proowner <> 'hephaist_app'::regrole \gexec
select format('alter type %s owner to hephaist_app', t.oid::regtype)
from pg_type t join pg_namespace n on n.oid = t.typnamespace
where n.nspname in ('public', 'queue') and t.typtype = 'e' and t.typowner <> 'hephaist_app'::regrole \gexec
