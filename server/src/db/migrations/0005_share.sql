CREATE TABLE "shares" (
	"token" text PRIMARY KEY NOT NULL,
	"lesson_id" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	"last_opened_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "review" jsonb;--> statement-breakpoint
ALTER TABLE "shares" ADD CONSTRAINT "shares_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "shares_of_lesson" ON "shares" USING btree ("lesson_id");