-- How a production's lists are written for spreadsheets.
alter table production add column lists text not null default 'COMMA' check (lists in ('COMMA', 'SEMICOLON', 'TAB'));
