CREATE TABLE "plot_photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"plot_id" uuid NOT NULL,
	"media_type" text NOT NULL,
	"data" "bytea" NOT NULL,
	"words" text NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"deleted_at" timestamp with time zone,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "plot_photo_type" CHECK ("plot_photo"."media_type" in ('image/jpeg', 'image/png', 'image/webp')),
	CONSTRAINT "plot_photo_size" CHECK (octet_length("plot_photo"."data") between 1 and 4194304)
);
--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "quick" double precision;--> statement-breakpoint
ALTER TABLE "stratum" ADD COLUMN "points_counted" integer;--> statement-breakpoint
ALTER TABLE "plot_photo" ADD CONSTRAINT "plot_photo_plot_id_plot_id_fk" FOREIGN KEY ("plot_id") REFERENCES "public"."plot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "plot_photo_of" ON "plot_photo" USING btree ("plot_id");--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_quick" CHECK ("plot"."quick" is null or "plot"."quick" between 0 and 1e6);--> statement-breakpoint
ALTER TABLE "stratum" ADD CONSTRAINT "stratum_points" CHECK ("stratum"."points_counted" is null or "stratum"."points_counted" > 0);