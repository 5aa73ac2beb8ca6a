DROP INDEX "reading_in_use";--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "excluded" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "reading_in_use" ON "reading" USING btree ("stem_id","observation_id","measure","height_no","key","try") WHERE "reading"."in_use";