CREATE TABLE "inbox" (
	"id" text PRIMARY KEY NOT NULL,
	"lesson_id" text NOT NULL,
	"recording_id" text NOT NULL,
	"part" integer NOT NULL,
	"bay" text NOT NULL,
	"reason" text NOT NULL,
	"device" text NOT NULL,
	"club" text NOT NULL,
	"club_name" text NOT NULL,
	"kind" text NOT NULL,
	"tag" text NOT NULL,
	"intent" text NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"thumbnail" jsonb,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "bays" ADD COLUMN "place" jsonb;--> statement-breakpoint
ALTER TABLE "inbox" ADD CONSTRAINT "inbox_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inbox" ADD CONSTRAINT "inbox_recording_id_recordings_id_fk" FOREIGN KEY ("recording_id") REFERENCES "public"."recordings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "inbox_lesson" ON "inbox" USING btree ("lesson_id");--> statement-breakpoint
CREATE INDEX "inbox_recording" ON "inbox" USING btree ("recording_id");