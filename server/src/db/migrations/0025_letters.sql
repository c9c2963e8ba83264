CREATE TABLE "letters" (
	"id" text PRIMARY KEY NOT NULL,
	"lesson_id" text NOT NULL,
	"to" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"state" text DEFAULT 'written' NOT NULL,
	"state_at" timestamp with time zone NOT NULL,
	"why" text,
	"tries" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "pupils" ALTER COLUMN "profile" SET DEFAULT '{"ageBand":null,"skill":null,"sex":null,"clubs":[],"school":null,"schools":{},"size":1,"strictness":1,"injuries":[],"injuryNotes":{},"fear":"","limits":"","badShot":"","toldBefore":"","otherSports":"","cues":[],"bodyScreen":"","screen":{},"screenedOn":null,"consent":null,"contact":{"email":"","telephone":"","parent":"","parentEmail":"","parentTelephone":""},"notes":""}'::jsonb;--> statement-breakpoint
ALTER TABLE "letters" ADD CONSTRAINT "letters_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "letters_of_lesson" ON "letters" USING btree ("lesson_id");--> statement-breakpoint
CREATE INDEX "letters_by_time" ON "letters" USING btree ("made_at");