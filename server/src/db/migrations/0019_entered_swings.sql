CREATE TABLE "entered_swings" (
	"id" text PRIMARY KEY NOT NULL,
	"lesson_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"club" text NOT NULL,
	"club_name" text NOT NULL,
	"source" text NOT NULL,
	"values" jsonb NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "films" ADD COLUMN "followed" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "entered_swings" ADD CONSTRAINT "entered_swings_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entered_swings_of_lesson" ON "entered_swings" USING btree ("lesson_id");