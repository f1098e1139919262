# frozen_string_literal: true

module UpFront
  module Store
    # An act on many messages that is gone through part by part: what it is, how far it has come and what was done so far in a
    # person's words, and the parts that are left.
    class Job < Record
      self.table_name = "jobs"
      belongs_to :undo_step
      has_many :parts, -> { order(:id) }, class_name: "UpFront::Store::JobPart", foreign_key: :job_id

      PART = PreparedInsert.new("job_parts", :job_id, :ids)

      scope :going, -> { where(state: "going") }

      # @param ids [Array<Integer>] of messages @param at_once [Integer] how many of them make a part @param fields [Hash] the rest
      # @return [Job]
      def self.keep(ids, at_once, **fields)
        create!(total: ids.size, **fields).tap do |job|
          PART.all(ids.each_slice(at_once).map { {job_id: job.id, ids: _1} })
        end
      end

      def going? = state == "going"
      def left = total - gone_through

      # Nothing more is done of it.
      def stop
        JobPart.where(job_id: id).delete_all
        update!(state: "stopped")
      end
    end
  end
end
