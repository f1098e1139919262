# frozen_string_literal: true

require "active_support/message_encryptor"
require "securerandom"

module UpFront
  module Store
    # Seals what nobody else may read, such as a password, by a key in a file of its own beside the database: who has the one alone has
    # nothing. AES-256-GCM.
    module Seal
      # It cannot be opened; the message is for the person.
      class Broken < StandardError; end

      LOCK = Mutex.new

      module_function

      # @return [String] the key's file
      def path = "#{Connection.path}.key"

      # @param text [String, nil] @return [String, nil]
      def close(text) = text.nil? ? nil : box.encrypt_and_sign(text)

      # @param sealed [String, nil] @return [String, nil] @raise [Broken]
      def open(sealed)
        sealed.nil? ? nil : box.decrypt_and_verify(sealed)
      rescue ActiveSupport::MessageEncryptor::InvalidMessage
        raise Broken, "The password cannot be read: #{path} is not the key that it was sealed with. Give the password again."
      end

      def box = ActiveSupport::MessageEncryptor.new(key, cipher: "aes-256-gcm", serializer: ActiveSupport::MessageEncryptor::NullSerializer)

      def key
        LOCK.synchronize do
          make unless File.exist?(path)
          raise Broken, "#{path} may be read by others. Take that away: chmod 600 #{path}" if (File.stat(path).mode & 0o077).positive?

          File.binread(path)
        end
      end

      def make
        File.open(path, File::WRONLY | File::CREAT | File::EXCL, 0o600) do |file|
          file.write(SecureRandom.bytes(32))
          file.fsync
        end
      rescue Errno::EEXIST
        nil # another was faster
      end
      private_class_method :box, :key, :make
    end
  end
end
