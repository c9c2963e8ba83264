CREATE TABLE "patterns" (
	"id" text NOT NULL,
	"version" integer NOT NULL,
	"pattern" jsonb NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "patterns_id_version_pk" PRIMARY KEY("id","version")
);
--> statement-breakpoint
ALTER TABLE "pupils" ALTER COLUMN "profile" SET DEFAULT '{"ageBand":null,"clubs":[],"school":null,"schools":{},"size":1,"strictness":1,"injuries":[],"fear":"","limits":"","badShot":"","toldBefore":"","otherSports":"","cueWords":"","bodyScreen":"","consent":null,"notes":""}'::jsonb;--> statement-breakpoint
ALTER TABLE "swings" ADD COLUMN "overruled" jsonb DEFAULT '[]'::jsonb NOT NULL;