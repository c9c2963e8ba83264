CREATE TABLE "swing_counts" (
	"lesson_id" text PRIMARY KEY NOT NULL,
	"swings" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "swing_counts" ADD CONSTRAINT "swing_counts_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
INSERT INTO "swing_counts" ("lesson_id", "swings")
SELECT "lesson_id", count(*) FROM "swings" WHERE "deleted_at" IS NULL GROUP BY "lesson_id";
--> statement-breakpoint
CREATE FUNCTION count_new_swings() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	INSERT INTO "swing_counts" ("lesson_id", "swings")
	SELECT "lesson_id", count(*) FROM fresh WHERE "deleted_at" IS NULL GROUP BY "lesson_id"
	ON CONFLICT ("lesson_id") DO UPDATE SET "swings" = "swing_counts"."swings" + excluded."swings";
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION count_changed_swings() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	INSERT INTO "swing_counts" ("lesson_id", "swings")
	SELECT "lesson_id", sum(n) FROM (
		SELECT "lesson_id", 1 AS n FROM fresh WHERE "deleted_at" IS NULL
		UNION ALL SELECT "lesson_id", -1 FROM before WHERE "deleted_at" IS NULL
	) moved GROUP BY "lesson_id" HAVING sum(n) <> 0
	ON CONFLICT ("lesson_id") DO UPDATE SET "swings" = "swing_counts"."swings" + excluded."swings";
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION count_gone_swings() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	UPDATE "swing_counts" c SET "swings" = c."swings" - g.n
	FROM (SELECT "lesson_id", count(*) AS n FROM before WHERE "deleted_at" IS NULL GROUP BY "lesson_id") g
	WHERE c."lesson_id" = g."lesson_id";
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "swings_counted_new" AFTER INSERT ON "swings"
REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION count_new_swings();
--> statement-breakpoint
CREATE TRIGGER "swings_counted_changed" AFTER UPDATE ON "swings"
REFERENCING OLD TABLE AS before NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION count_changed_swings();
--> statement-breakpoint
CREATE TRIGGER "swings_counted_gone" AFTER DELETE ON "swings"
REFERENCING OLD TABLE AS before FOR EACH STATEMENT EXECUTE FUNCTION count_gone_swings();
