ALTER TABLE "plot_photo" ALTER COLUMN "plot_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "plot_photo" ADD COLUMN "notebook_tree_id" uuid;--> statement-breakpoint
CREATE INDEX "plot_photo_of_notebook" ON "plot_photo" USING btree ("notebook_tree_id");--> statement-breakpoint
ALTER TABLE "plot_photo" ADD CONSTRAINT "plot_photo_subject" CHECK (num_nonnulls("plot_photo"."plot_id", "plot_photo"."notebook_tree_id") = 1);