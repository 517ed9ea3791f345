-- A step may need many others: they stand as runs of places, and however many runs there are must fit.
alter table step alter column needs set data type text;
