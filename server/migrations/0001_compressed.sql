ALTER TABLE publications ADD COLUMN html_brotli BLOB;
--> statement-breakpoint
ALTER TABLE publications ADD COLUMN html_gzip BLOB;
