CREATE TABLE "logbook" (
	"id" text PRIMARY KEY NOT NULL,
	"pupil_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"entry" jsonb NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "plans" (
	"id" text PRIMARY KEY NOT NULL,
	"pupil_id" text NOT NULL,
	"lesson_id" text,
	"made_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"plan" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "swings" ADD COLUMN "task" jsonb;--> statement-breakpoint
ALTER TABLE "logbook" ADD CONSTRAINT "logbook_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "logbook_of_pupil" ON "logbook" USING btree ("pupil_id");--> statement-breakpoint
CREATE INDEX "plans_of_pupil" ON "plans" USING btree ("pupil_id");