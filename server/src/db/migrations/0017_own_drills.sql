CREATE TABLE "drills" (
	"id" text PRIMARY KEY NOT NULL,
	"drill" jsonb NOT NULL,
	"media" jsonb,
	"media_before" jsonb,
	"added_at" timestamp with time zone NOT NULL,
	"off_at" timestamp with time zone
);
