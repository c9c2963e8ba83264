ALTER TABLE "results" ALTER COLUMN "result" SET DATA TYPE json;--> statement-breakpoint
ALTER TABLE "results" ADD COLUMN "verdict" json;