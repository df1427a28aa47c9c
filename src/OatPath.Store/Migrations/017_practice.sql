-- Somebody made up to try things out with: no client, in no count, message or digest. No client was ever archived.
ALTER TABLE client RENAME COLUMN archived TO practice;
