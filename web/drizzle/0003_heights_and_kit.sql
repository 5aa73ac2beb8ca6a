CREATE TABLE "instrument_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"instrument_id" uuid NOT NULL,
	"checked_at" timestamp with time zone NOT NULL,
	"readings" jsonb NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "instrument" (
	"id" uuid PRIMARY KEY NOT NULL,
	"crew" text NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"unit" text NOT NULL,
	"graduation" double precision NOT NULL,
	"standard_error" double precision NOT NULL,
	"every_days" integer NOT NULL,
	"retired_at" timestamp with time zone,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "instrument_graduation" CHECK ("instrument"."graduation" > 0),
	CONSTRAINT "instrument_error" CHECK ("instrument"."standard_error" > 0),
	CONSTRAINT "instrument_every" CHECK ("instrument"."every_days" between 0 and 3650)
);
--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_measure";--> statement-breakpoint
DROP INDEX "reading_in_use";--> statement-breakpoint
ALTER TABLE "observation" ADD COLUMN "heights" jsonb;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "take" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "instrument_check_instrument_id_instrument_id_fk" FOREIGN KEY ("instrument_id") REFERENCES "public"."instrument"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "instrument_check_of" ON "instrument_check" USING btree ("instrument_id","checked_at");--> statement-breakpoint
CREATE INDEX "instrument_crew" ON "instrument" USING btree ("crew");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_in_use" ON "reading" USING btree ("stem_id","observation_id","measure","take","key") WHERE "reading"."in_use";--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_take" CHECK ("reading"."take" between 1 and 99);--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_measure" CHECK ("reading"."measure" in ('diameter', 'point', 'distance', 'height'));