ALTER TABLE "lessons" ADD COLUMN "task" text;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "report_against" jsonb;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "report_page" jsonb;