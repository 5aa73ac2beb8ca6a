CREATE TABLE "body_mark" (
	"id" uuid PRIMARY KEY NOT NULL,
	"words" text NOT NULL,
	"barefoot_m" double precision NOT NULL,
	"boots_m" double precision NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "body_mark_barefoot" CHECK ("body_mark"."barefoot_m" between 0.5 and 2.2),
	CONSTRAINT "body_mark_boots" CHECK ("body_mark"."boots_m" between 0 and 0.15)
);
--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_measure";--> statement-breakpoint
ALTER TABLE "observation" ADD COLUMN "taping" jsonb;--> statement-breakpoint
ALTER TABLE "species" ADD COLUMN "largest_dbh_cm" double precision;--> statement-breakpoint
ALTER TABLE "species" ADD COLUMN "fastest_growth_cm_per_year" double precision;--> statement-breakpoint
ALTER TABLE "survey" ADD COLUMN "field_rules" jsonb;--> statement-breakpoint
-- Surveys from before there were field rules: the timber set, with the classes that they have been shown in and nothing asked about that was not.
UPDATE "survey" SET "field_rules" = CASE WHEN "unit_system" = 'metric' THEN '{"slope": "uphill", "lean": "underside", "obstacle": "regular-above", "swollenButt": "above-swelling", "forkAtGround": "separate", "forkBelowBreastHeight": "separate", "climber": "removed-or-passed", "rounding": "down-to-class", "severalStems": "root-sum-of-squares", "twoFaces": "arithmetic", "pointBy": "measured", "products": [], "smallestDbhCm": 0, "classes": {"width": "5cm", "place": "centred"}}'::jsonb ELSE '{"slope": "uphill", "lean": "underside", "obstacle": "regular-above", "swollenButt": "above-swelling", "forkAtGround": "separate", "forkBelowBreastHeight": "separate", "climber": "removed-or-passed", "rounding": "down-to-class", "severalStems": "root-sum-of-squares", "twoFaces": "arithmetic", "pointBy": "measured", "products": [], "smallestDbhCm": 0, "classes": {"width": "2in", "place": "centred"}}'::jsonb END;--> statement-breakpoint
ALTER TABLE "survey" ALTER COLUMN "field_rules" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "survey" ADD COLUMN "previous_survey_id" uuid;--> statement-breakpoint
CREATE INDEX "body_mark_observer" ON "body_mark" USING btree ("observer");--> statement-breakpoint
ALTER TABLE "survey" ADD CONSTRAINT "survey_previous" FOREIGN KEY ("previous_survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_measure" CHECK ("reading"."measure" in ('diameter', 'point', 'height'));