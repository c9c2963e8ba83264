CREATE TABLE "experiments" (
	"id" text PRIMARY KEY NOT NULL,
	"lesson_id" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"about" jsonb NOT NULL,
	"order" jsonb NOT NULL,
	"trials" jsonb DEFAULT '[]'::jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "experiments" ADD CONSTRAINT "experiments_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "experiments_of_lesson" ON "experiments" USING btree ("lesson_id");