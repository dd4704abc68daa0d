-- The check comes with the column: a table of a hundred thousand batteries is not written anew for it.
ALTER TABLE `batteries` ADD `reference_from_ms` integer CONSTRAINT "batteries_reference" CHECK("reference_from_ms" is null or (typeof("reference_from_ms") = 'integer' and "reference_from_ms" between 0 and 7258118399999));
