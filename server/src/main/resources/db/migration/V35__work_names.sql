-- Where the versions of people's work are expected to lie.
alter table production add column work_names text not null
  default '{production}/{code}/{task}/v{version}/{code}_{task}_v{version}';
