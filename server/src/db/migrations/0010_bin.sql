ALTER TABLE "lessons" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "swings" ADD COLUMN "handed" text;